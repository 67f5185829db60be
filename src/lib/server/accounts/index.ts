/** Accounts, memberships, sessions, invitations and links: the tables above all schools, read in this folder alone. */
export {
  clearSessionCookie,
  readDeviceCookie,
  readSessionCookie,
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
  addressesOf,
  createAccount,
  hasAccounts,
  isEmailTaken,
  membersOf,
  removeMembership,
  schoolIds
} from './members';
export { NewPassword, leastPasswordLength, problemOfPassword } from './passwords';
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
export { hashOf, newToken } from './tokens';
export { addSchool, setUpFirstOwner } from './set-up';
export {
  type Caller,
  type SignInResult,
  checkPassword,
  findAccount,
  membershipsOf,
  setPassword,
  signIn
} from './sign-in';
export { Role, type Viewer, leads, lookingAt, roles, viewerOf } from './viewer';
