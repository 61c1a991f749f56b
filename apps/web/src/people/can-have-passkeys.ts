/** Whether this browser makes passkeys for this address: only for a name, and only where nobody listens on the way. */
export const canHavePasskeys = (): boolean =>
  'PublicKeyCredential' in window && window.isSecureContext && !/^[\d.]+$|:/.test(location.hostname);
