import { aboveSchools } from '../database/database';
import { type Letter, post } from '../mail';
import { changeHours } from './email-change';
import { linkHours } from './links';

/** What an account is told by mail. Without a mail server nothing is sent, and nothing is kept. */

const notYou =
  'If that was not you, ask an owner of your school, or whoever runs this installation, to help you at once.';

const tell = (letter: Letter) => post(aboveSchools, [letter]);

/** @param link made for this address, on its request */
export const tellPasswordLink = (to: string, link: string) =>
  tell({
    to,
    subject: 'A new password for Good Trail',
    body: `Somebody, you as we hope, asked for a new password for this address. Open this link to choose it:\n${link}\n\nThe link works once, within a day. Until then your old password stays. If it was not you, do nothing.\n`,
    hours: linkHours
  });

/** @param link to confirm it */
export const tellNewAddress = (to: string, link: string) =>
  tell({
    to,
    subject: 'Is this your address?',
    body: `Somebody wants to sign in to Good Trail with this address from now on. Open this link to say that it is yours:\n${link}\n\nThe link works within a day. If it was not you, do nothing.\n`,
    hours: changeHours
  });

export const tellOldAddress = (to: string, next: string, isDone: boolean) =>
  tell({
    to,
    subject: isDone ? 'Your address was changed' : 'Your address is about to be changed',
    body: isDone
      ? `You sign in to Good Trail with ${next} from now on, no more with this address. ${notYou}\n`
      : `Somebody who is signed in as you wants to sign in with ${next} instead of this address. It changes once a link that went there is opened. ${notYou}\n`
  });

export const tellPasswordChanged = (to: string) =>
  tell({
    to,
    subject: 'Your password was changed',
    body: `The password with which you sign in to Good Trail was changed. ${notYou}\n`
  });

export const tellFactor = (to: string, isOn: boolean) =>
  tell({
    to,
    subject: isOn ? 'A second factor was set up' : 'The second factor was taken off',
    body: isOn
      ? `Signing in to Good Trail with this address asks for a code of an authenticator from now on. ${notYou}\n`
      : `Signing in to Good Trail with this address asks for the password alone again. ${notYou}\n`
  });

export const tellRecoveryUsed = (to: string, left: number) =>
  tell({
    to,
    subject: 'A recovery code was used',
    body: `Somebody signed in to Good Trail as you with a recovery code; ${left} of them are left. ${notYou}\n`
  });
