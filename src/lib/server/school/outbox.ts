import MailComposer from 'nodemailer/lib/mail-composer';
import { v7 as uuid } from 'uuid';
import type { SchoolDb } from '../database/school';
import { insert } from '../database/insert';

/** A message that waits to be sent from somebody's own mail program. */
export interface OutboxMessage {
  readonly id: string;
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
  readonly createdAt: Date;
}

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

export async function listMessages(db: SchoolDb): Promise<OutboxMessage[]> {
  const { rows } = await db.query<OutboxMessage>(
    `select ${columns} from outbox_message order by created_at desc`
  );
  return rows;
}

export async function readMessage(db: SchoolDb, id: string): Promise<OutboxMessage | undefined> {
  const { rows } = await db.query<OutboxMessage>(`select ${columns} from outbox_message where id = $1`, [id]);
  return rows[0];
}

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
