/** What one's own account and the people of the shop are told. */

export const ACCOUNT = {
  title: "Your account",
  leave: "Sign out",
  password: "Password",
  old: "Current password",
  new: "New password",
  passwordHow: "12 characters or more. Every other screen you are signed in on is signed out.",
  changePassword: "Change password",
  changed: "Password changed.",
  pin: "PIN for the tablets",
  pinHow: "4 to 8 digits, for tablets that a foreman has registered.",
  setPin: "Set PIN",
  pinSet: "The PIN is set.",
  second: "Second factor",
  secondHow:
    "An app on your phone shows six digits, new every 30 seconds. They are asked for after your password.",
  secondOn: "On: you are asked for it when you sign in.",
  secondOff:
    "Owners should have one: with your password alone somebody could change who may come in.",
  start: "Set up",
  typeSecret: "Type this into your app, or let it read the address below:",
  codeOfApp: "Six digits that it shows now",
  turnOn: "Turn on",
  turnOff: "Turn off",
  keepCodes:
    "Keep these codes where nobody finds them. Each opens the door once, without your phone. They are shown this once.",
  passkeys: "Passkeys",
  passkeysHow:
    "This device opens the door with its own lock: finger, face or PIN. No password is typed.",
  passkeyName: "What you call this device",
  makePasskey: "Make a passkey here",
  remove: "Remove",
  sessions: "Where you are signed in",
  here: "this screen",
  endIt: "Sign out there",
  tokens: "Access tokens",
  tokensHow: "A program signs in with one in your place, and may do what you may.",
  tokenName: "What it is for",
  readOnly: "Read only",
  make: "Make a token",
  tokenOnce: "Copy it now: it is shown this once.",
  revoke: "Revoke",
  never: "never used",
  lastUsed: "last used",
} as const;

/** By which door a session began. */
export const DOORS: Record<string, string> = {
  password: "password",
  pin: "PIN",
  demo: "the demo's door",
  invitation: "invitation",
  set_up: "set-up code",
  passkey: "passkey",
};
