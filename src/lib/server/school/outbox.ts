import MailComposer from 'nodemailer/lib/mail-composer';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { rowOf, rowsOf } from '../database/rows';
import type { SchoolDb } from '../database/school';
import { insert } from '../database/insert';

/** A message that waits to be sent from somebody's own mail program. */
const OutboxMessage = z.object({
  id: z.string(),
  recipient: z.string(),
  subject: z.string(),
  body: z.string(),
  createdAt: z.date()
});
export type OutboxMessage = Readonly<z.infer<typeof OutboxMessage>>;

const columns = 'id, recipient, subject, body, created_at as "createdAt"';

export async function queueMessage(
  db: SchoolDb,
  message: Pick<OutboxMessage, 'recipient' | 'subject' | 'body'>
): Promise<void> {
  await insert(db, 'outbox_message', {
    id: uuid(),
    recipient: message.recipient,
    subject: message.subject,
    body: message.body
  });
}

export const listMessages = (db: SchoolDb): Promise<OutboxMessage[]> =>
  rowsOf(db, OutboxMessage, `select ${columns} from outbox_message order by created_at desc`);

export const readMessage = (db: SchoolDb, id: string): Promise<OutboxMessage | undefined> =>
  rowOf(db, OutboxMessage, `select ${columns} from outbox_message where id = $1`, [id]);

/** The message as a file that mail programs open (RFC 5322). `X-Unsent` makes them offer it for sending. */
export function asEml(message: OutboxMessage): Promise<Buffer> {
  return new MailComposer({
    to: message.recipient,
    subject: message.subject,
    text: message.body,
    date: message.createdAt,
    headers: { 'X-Unsent': '1' }
  })
    .compile()
    .build();
}
