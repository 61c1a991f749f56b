/** Ends the session, and shows the door. What is not saved yet stays in this browser, and is found again. */
export async function signOut(): Promise<void> {
  await fetch('/api/house/sign-out', { method: 'POST' }).catch(() => undefined);
  location.assign('/');
}
