/** How long the bytes are held for the browser, which has its own hold on them once it has begun to save, ms. */
const HELD = 60_000;

/** Has the browser save bytes under a name, like any other download. */
export function saveFile(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), HELD);
}

/** Has it save what the server gives out at an address. */
export function saveFrom(address: string, name: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
}
