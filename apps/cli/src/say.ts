/** Tells the person something, on standard error: standard output is for JSON and addresses. */
export const say = (text: string): void => {
  process.stderr.write(`Brelm: ${text}\n`);
};
