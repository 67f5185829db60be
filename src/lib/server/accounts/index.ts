/** Accounts, memberships, sessions, invitations and links: the tables above all schools, read in this folder alone. */
export {
  clearBegunCookie,
  clearSeatCookie,
  clearSessionCookie,
  readBegunCookie,
  readDeviceCookie,
  readSeatCookie,
  readSessionCookie,
  setBegunCookie,
  setSeatCookie,
  setDeviceCookie,
  setSessionCookie
} from './cookies';
export {
  type AcceptResult,
  type InvitationState,
  type OpenInvitation,
  acceptInvitation,
  invitationDays,
  invite,
  openInvitations,
  readInvitation,
  withdrawInvitations
} from './invitations';
export { makePasswordLink, readPasswordLink, usePasswordLink } from './links';
export {
  type Member,
  accountAddressOf,
  emailOf,
  addressesOf,
  createAccount,
  hasAccounts,
  isEmailTaken,
  membersOf,
  removeMembership,
  schoolIds
} from './members';
export { NewPassword, leastPasswordLength, problemOfPassword } from './passwords';
export { codeLength, roundBehind, sweepCodes, takeCode } from './round-codes';
export {
  type Session,
  confirmSession,
  deviceOf,
  endSession,
  idleDays,
  moveSession,
  sessionDays,
  sessionsOf,
  signOut,
  signOutEverywhere,
  sweepSessions
} from './sessions';
export { hashOf, newToken, readSchoolLink, schoolLink } from './tokens';
export { addSchool, setUpFirstOwner } from './set-up';
export { type Caller, membershipsOf } from './entering';
export { type SignInResult, checkPassword, findAccount, setPassword, signIn } from './sign-in';
export {
  tellFactor,
  tellNewAddress,
  tellOldAddress,
  tellPasswordChanged,
  tellPasswordLink,
  tellRecoveryUsed
} from './notices';
export { finishSignIn } from './begun-sign-in';
export {
  beginFactor,
  begunFactor,
  confirmFactor,
  factorOf,
  newRecoveryCodes,
  removeFactor
} from './second-factor';
export { beginEmailChange, changeEmail, changeHours, readEmailChange, useEmailChange } from './email-change';
export { Role, type Viewer, leads, lookingAt, roles, viewerOf } from './viewer';
