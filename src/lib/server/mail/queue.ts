import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { aboveSchools, query } from '../database/database';
import { type Asked, maybe, rowOf, rowsOf } from '../database/rows';
import { settings } from '../settings';

/** Whether a mail server is set; without one the outbox is sent by hand. */
export const sendsMail = (): boolean => settings().MAIL_URL !== undefined;

/** A letter to one address. */
export interface Letter {
  readonly to: string;
  readonly subject: string;
  readonly body: string;
  readonly replyTo?: string | undefined;
  /** The message of an outbox that it carries. */
  readonly ofMessage?: string;
  /** Hours after which it is of no more use: a link in it has ended. */
  readonly hours?: number;
}

/** For so long a letter is tried again: a server that is away for a weekend's night is back by then. */
const usualHours = 48;

/** What went, or could not, is told for so many days. */
export const mailDays = 90;

/**
 * Queues letters, where a mail server is set.
 * @param db within a school's transaction a letter goes with what it tells of, or not at all
 * @returns how many wait then
 */
export async function post(db: Asked, letters: readonly Letter[]): Promise<number> {
  if (!sendsMail()) return 0;
  for (const { to, subject, body, replyTo, ofMessage, hours = usualHours } of letters)
    await db.query(
      `insert into mail (id, of_message, recipient, reply_to, subject, body, until)
       values ($1, $2, $3, $4, $5, $6, now() + make_interval(hours => $7))`,
      [uuid(), ofMessage ?? null, to.trim(), replyTo ?? null, subject, body, hours]
    );
  return letters.length;
}

const MailState = z.object({
  ofMessage: z.string(),
  recipient: z.string(),
  sentAt: maybe(z.date()),
  failedAt: maybe(z.date()),
  nextAt: z.date(),
  tries: z.number(),
  problem: z.string()
});
/** How it stands with one letter of a message. */
export type MailState = Readonly<z.infer<typeof MailState>>;

/** The letters of some messages of one's own school, by message. */
export async function statesOf(db: Asked, messages: readonly string[]): Promise<Map<string, MailState[]>> {
  const rows = await rowsOf(
    db,
    MailState,
    `select of_message as "ofMessage", recipient, sent_at as "sentAt", failed_at as "failedAt", next_at as "nextAt",
            tries, problem
       from mail where of_message = any ($1) order by recipient, id`,
    [messages]
  );
  const byMessage = new Map<string, MailState[]>();
  for (const row of rows) byMessage.set(row.ofMessage, [...(byMessage.get(row.ofMessage) ?? []), row]);
  return byMessage;
}

/** Tries again what could not be delivered. @returns how many letters */
export async function sendAgain(
  db: Asked,
  message: { readonly id: string; readonly subject: string; readonly body: string }
): Promise<number> {
  const { rowCount } = await db.query(
    `update mail set failed_at = null, problem = '', tries = 0, next_at = now(), subject = $2, body = $3,
            until = now() + make_interval(hours => $4)
      where of_message = $1 and failed_at is not null`,
    [message.id, message.subject, message.body, usualHours]
  );
  return rowCount ?? 0;
}

const Due = z.object({
  id: z.string(),
  recipient: z.string(),
  replyTo: maybe(z.string()),
  subject: z.string(),
  body: z.string(),
  createdAt: z.date(),
  tries: z.number(),
  isLate: z.boolean()
});
export type Due = Readonly<z.infer<typeof Due>>;

/**
 * Takes the letter that is due first. Another process does not get it for two minutes; then whoever took it has ended,
 * and it is tried again.
 */
export const takeDue = (): Promise<Due | undefined> =>
  rowOf(
    aboveSchools,
    Due,
    `update mail set next_at = now() + interval '2 minutes', tries = tries + 1
      where id in (select id from mail where sent_at is null and failed_at is null and next_at <= now()
                    order by next_at limit 1 for update skip locked)
      returning id, recipient, reply_to as "replyTo", subject, body, created_at as "createdAt", tries, until < now() as "isLate"`
  );

/** Says that a letter went; its words are let go, since a link may be in them. */
export const markSent = (id: string) =>
  query("update mail set sent_at = now(), problem = '', subject = '', body = '' where id = $1", [id]);

/** Says that a letter cannot be delivered. @param problem in the mail server's words */
export const markFailed = (id: string, problem: string) =>
  query("update mail set failed_at = now(), problem = $2, subject = '', body = '' where id = $1", [
    id,
    problem
  ]);

/** Puts a letter off. @param minutes until it is tried again */
export const putOff = (id: string, minutes: number, problem: string) =>
  query('update mail set next_at = now() + make_interval(secs => $2), problem = $3 where id = $1', [
    id,
    minutes * 60,
    problem
  ]);

/** Deletes the letters of one's own school to some addresses, and lets nobody answer there. */
export async function forgetMail(db: Asked, addresses: readonly string[]): Promise<void> {
  const own = 'of_message in (select id from outbox_message)';
  await db.query(`delete from mail where recipient = any ($1) and ${own}`, [addresses]);
  await db.query(`update mail set reply_to = null where reply_to = any ($1) and ${own}`, [addresses]);
}

/** Letters that still wait say what their message says by now: names may have been taken out of it. */
export const rewriteWaiting = (db: Asked) =>
  db.query(
    `update mail set subject = message.subject, body = message.body
       from outbox_message message
      where of_message = message.id and mail.sent_at is null and mail.failed_at is null`
  );

/** Deletes what went or failed long ago. */
export const sweepMail = () =>
  query(
    "delete from mail where coalesce(sent_at, failed_at, until + interval '1 day') < now() - make_interval(days => $1)",
    [mailDays]
  );
