/** Passkeys, as the browser makes and uses them: what is asked and answered goes as JSON (W3C Web Authentication, level 3). */

/** Whether this page can use passkeys that are kept for `address`: it is the page of that address, and the browser can. */
export function canUsePasskeys(address: string | null | undefined): boolean {
  if (address == null || typeof PublicKeyCredential === "undefined") return false;
  const speaksJson = "parseCreationOptionsFromJSON" in PublicKeyCredential;
  return speaksJson && new URL(address).origin === location.origin;
}

type Asked = { publicKey?: unknown };

function said(credential: Credential | null): Record<string, unknown> {
  if (credential === null) throw new Error("The browser gave no passkey.");
  return (credential as PublicKeyCredential).toJSON() as unknown as Record<string, unknown>;
}

/** Has the browser make a passkey. */
export async function makePasskey(asked: Asked): Promise<Record<string, unknown>> {
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(
    asked.publicKey as PublicKeyCredentialCreationOptionsJSON,
  );
  return said(await navigator.credentials.create({ publicKey }));
}

/** Has the browser answer with one that it holds. */
export async function answerWithPasskey(asked: Asked): Promise<Record<string, unknown>> {
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(
    asked.publicKey as PublicKeyCredentialRequestOptionsJSON,
  );
  return said(await navigator.credentials.get({ publicKey }));
}
