import { createTransport } from 'nodemailer';
import type SMTPTransport from 'nodemailer/lib/smtp-transport';
import { faultOf, log } from '../request/log';
import { settings } from '../settings';
import { type Due, markFailed, markSent, putOff, takeDue } from './queue';

/**
 * Empties the queue. A letter goes once, but for one case: where the process ends after the mail server has taken it and
 * before that is noted, it goes again under the same Message-ID, by which mail programs know it.
 */

/** Minutes before a letter is tried again: RFC 5321, section 4.5.4.1, asks for half an hour once the first tries failed. */
const pauses = [1, 5, 30, 60, 120, 240];
export const pauseAfter = (tries: number): number => pauses[Math.min(tries, pauses.length) - 1]!;

const secondsBetweenLooks = 2;
const patienceMs = 20_000;
const mostWords = 300;

/** What a mail server answered, as nodemailer tells it. */
interface Refusal extends Error {
  readonly code?: string;
  readonly responseCode?: number;
  readonly response?: string;
}

/** Whether a refusal is for good: a reply of 5yz (RFC 5321, 4.2.1) to the address or the letter, not to our signing in. */
export const isFinal = ({ code, responseCode = 0 }: Refusal): boolean =>
  responseCode >= 500 && responseCode < 600 && (code === 'EENVELOPE' || code === 'EMESSAGE');

const wordsOf = (refusal: Refusal): string => (refusal.response ?? refusal.message).slice(0, mostWords);

type Transport = ReturnType<typeof createTransport>;

async function send(transport: Transport, from: string, letter: Due): Promise<void> {
  const host = /@([^>\s]+)>?\s*$/.exec(from)?.[1] ?? 'localhost';
  await transport.sendMail({
    from,
    to: letter.recipient,
    ...(letter.replyTo ? { replyTo: letter.replyTo } : {}),
    subject: letter.subject,
    text: letter.body,
    date: letter.createdAt,
    messageId: `<${letter.id}@${host}>`,
    // Nobody's absence note answers it (RFC 3834).
    headers: { 'Auto-Submitted': 'auto-generated' },
    // Only what stands here is sent, no file and no address.
    disableFileAccess: true,
    disableUrlAccess: true
  });
}

/** @returns whether the mail server answered: where it did not, the next letter need not be tried now */
async function deliver(transport: Transport, from: string, letter: Due): Promise<boolean> {
  if (letter.isLate) {
    await markFailed(letter.id, 'It could not be delivered in time.');
    return true;
  }
  try {
    await send(transport, from, letter);
  } catch (error) {
    const refusal = error as Refusal;
    log.warn({
      what: 'letter not taken',
      letter: letter.id,
      code: refusal.code,
      reply: refusal.responseCode
    });
    if (isFinal(refusal)) await markFailed(letter.id, wordsOf(refusal));
    else await putOff(letter.id, pauseAfter(letter.tries), wordsOf(refusal));
    return refusal.responseCode !== undefined;
  }
  await markSent(letter.id);
  return true;
}

/** Looks for letters every two seconds, where a mail server is set. @returns ends it */
export function keepSending(): () => void {
  const { MAIL_URL: url, MAIL_FROM: from } = settings();
  if (!url || !from) return () => undefined;
  const transport = createTransport({
    url,
    connectionTimeout: patienceMs,
    greetingTimeout: patienceMs,
    socketTimeout: patienceMs
  } as SMTPTransport.Options);
  let isBusy = false;
  const run = async () => {
    if (isBusy) return;
    isBusy = true;
    try {
      let letter = await takeDue();
      while (letter && (await deliver(transport, from, letter))) letter = await takeDue();
    } catch (error) {
      log.error({ what: 'letters were not sent', ...faultOf(error) });
    } finally {
      isBusy = false;
    }
  };
  const timer = setInterval(() => void run(), secondsBetweenLooks * 1000);
  timer.unref();
  return () => {
    clearInterval(timer);
    transport.close();
  };
}
