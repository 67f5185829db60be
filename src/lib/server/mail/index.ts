/** Real mail: a queue in the database and who empties it. Without a mail server set, nothing is ever queued. */
export {
  type Letter,
  forgetMail,
  mailDays,
  post,
  rewriteWaiting,
  sendsMail,
  sendAgain,
  statesOf,
  sweepMail
} from './queue';
export type { MailState } from './queue';
export { keepSending } from './sender';
