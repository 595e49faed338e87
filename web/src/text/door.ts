/** What the doors say. */

export const DOOR = {
  title: "Who is here?",
  closed: "Sign in to go on. What you typed is still here.",
  demo: "Demo shop, invented people: pick anyone to sign in.",
  demoOnly: "Your own shop asks for a password.",
  byPassword: "Name and password",
  name: "Name",
  password: "Password",
  newPassword: "Your password from now on",
  passwordHow: "12 characters or more. A few unrelated words are easy to remember.",
  code: "Code of your app, or a recovery code",
  signIn: "Sign in",
  byPasskey: "With a passkey",
  atTablet: "Pick your name",
  pin: "PIN of",
  wipe: "Clear",
  others: "Somebody else",
  byOther: "Use a password instead",
  claimTitle: "This shop has no owner yet",
  claimHow:
    "Whoever started the server saw a set-up code in the terminal. It makes you the owner, and works once.",
  setupCode: "Set-up code",
  claim: "Become the owner",
  invitedTitle: "Welcome",
  invitedHow: "Choose a password to sign in with.",
  invitedOld:
    "This invitation was already used, or is more than seven days old. Ask an owner for a new one.",
  setPassword: "Save and sign in",
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
