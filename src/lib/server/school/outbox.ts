import MailComposer from 'nodemailer/lib/mail-composer';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { maybe, rowOf, rowsOf } from '../database/rows';
import { type Viewer, accountAddressOf } from '../accounts';
import type { SchoolDb } from '../database/school';
import { insert } from '../database/insert';
import { post, sendsMail } from '../mail';

/** A message that waits to be sent from somebody's own mail program. */
const OutboxMessage = z.object({
  id: z.string(),
  recipient: z.string(),
  subject: z.string(),
  body: z.string(),
  createdAt: z.date(),
  /** When somebody said that it went. */
  sentAt: maybe(z.date())
});
export type OutboxMessage = Readonly<z.infer<typeof OutboxMessage>>;

const columns = 'id, recipient, subject, body, created_at as "createdAt", sent_at as "sentAt"';

/**
 * Keeps a message in the outbox. Where a mail server is set it goes from there by itself, to each address alone.
 * @param writer who is answered, where somebody answers
 */
export async function queueMessage(
  db: SchoolDb,
  message: Pick<OutboxMessage, 'recipient' | 'subject' | 'body'>,
  writer: Pick<Viewer, 'personId'>
): Promise<void> {
  const id = uuid();
  const { recipient, subject, body } = message;
  await insert(db, 'outbox_message', { id, recipient, subject, body });
  await sendNow(db, { id, recipient, subject, body }, writer);
}

/** Gives a message of the outbox to the mail server, where one is set. @returns to how many addresses */
export async function sendNow(
  db: SchoolDb,
  message: Pick<OutboxMessage, 'id' | 'recipient' | 'subject' | 'body'>,
  { personId }: Pick<Viewer, 'personId'>
): Promise<number> {
  const [replyTo] = sendsMail() ? await accountAddressOf(db, personId) : [];
  const { id: ofMessage, subject, body } = message;
  return post(
    db,
    recipientsOf(message).map((to) => ({ to, subject, body, replyTo, ofMessage }))
  );
}

export const listMessages = (db: SchoolDb): Promise<OutboxMessage[]> =>
  rowsOf(
    db,
    OutboxMessage,
    `select ${columns} from outbox_message order by sent_at is not null, created_at desc`
  );

/** Says that a message went, or that it did not after all. @returns whether there is one */
export async function markSent(db: SchoolDb, id: string, isSent: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    'update outbox_message set sent_at = case when $2 then now() end where id = $1',
    [id, isSent]
  );
  return Boolean(rowCount);
}

export const readMessage = (db: SchoolDb, id: string): Promise<OutboxMessage | undefined> =>
  rowOf(db, OutboxMessage, `select ${columns} from outbox_message where id = $1`, [id]);

/** The addresses that a message goes to. */
export const recipientsOf = ({ recipient }: Pick<OutboxMessage, 'recipient'>): string[] =>
  recipient
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one.includes('@'));

/** The message as a file that mail programs open (RFC 5322). `X-Unsent` makes them offer it for sending. */
export function asEml(message: OutboxMessage): Promise<Buffer> {
  const addresses = recipientsOf(message);
  const mail = new MailComposer({
    // Who is written to with others does not learn their addresses.
    ...(addresses.length === 1 ? { to: addresses } : { bcc: addresses }),
    subject: message.subject,
    text: message.body,
    date: message.createdAt,
    // The same message at each download, with lines that end as RFC 5322 §2.1 has it.
    messageId: `<${message.id}@good-trail>`,
    newline: 'windows',
    headers: { 'X-Unsent': '1' }
  }).compile();
  mail.keepBcc = true;
  return mail.build();
}
