/** What the doors say. */

export const DOOR = {
  title: "Who is here?",
  closed: "Sign in to go on. What you typed is still here.",
  demo: "Demo: invented people. One touch each.",
  demoOnly: "A shop of your own has no such door.",
  byPassword: "Name and password",
  name: "Name",
  password: "Password",
  newPassword: "Your password from now on",
  passwordHow: "12 characters or more. A few words that do not belong together are easy to keep.",
  code: "Code of your app, or a recovery code",
  signIn: "Sign in",
  byPasskey: "With a passkey",
  atTablet: "Who are you?",
  pin: "PIN of",
  pinHow: "4 to 8 digits. A foreman sets it with you.",
  wipe: "Wipe",
  others: "Somebody else",
  byOther: "With a password instead",
  claimTitle: "This shop has no owner yet",
  claimHow:
    "Whoever started the server saw a set-up code in its terminal. It makes you the owner, once.",
  setupCode: "Set-up code",
  claim: "Become the owner",
  invitedTitle: "Welcome",
  invitedHow: "Set a password to come in with.",
  invitedOld: "This invitation was used, or it is older than seven days. Ask an owner for another.",
  setPassword: "Set it and come in",
  away: "The shop's server does not answer. It is tried again by itself.",
} as const;

/** What somebody is in the shop. */
export const ROLES = {
  owner: "owner",
  foreman: "foreman",
  planner: "planner",
  torch_hand: "torch hand",
  crib_keeper: "crib keeper",
  viewer: "viewer",
} as const;

export type Role = keyof typeof ROLES;

/** What each role is for, as one would say it to a newcomer. */
export const ROLE_HELP: Record<Role, string> = {
  owner: "everything, people too",
  foreman: "everything but people",
  planner: "jobs, cuts and cards",
  torch_hand: "runs, cuts and edges; cards",
  crib_keeper: "gas and gear",
  viewer: "looks, changes nothing",
};
