import { Algorithm, hash, verify } from '@node-rs/argon2';

/** Argon2id with the parameters of the OWASP Password Storage Cheat Sheet: 19 MiB, two passes, one lane. */
const MANNER = { algorithm: 2 as Algorithm.Argon2id, memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const SHORTEST_PASSWORD = 12;
export const LONGEST_PASSWORD = 200;

/** What is wrong with a password that somebody wants, in words; null where it will do. */
export function passwordFault(password: string, signIn: string): string | null {
  if ([...password].length < SHORTEST_PASSWORD)
    return `is too short: at least ${SHORTEST_PASSWORD} characters; four or five words that nobody would guess do well`;
  if (password.length > LONGEST_PASSWORD) return `is too long: at most ${LONGEST_PASSWORD} characters`;
  if (new Set(password.toLowerCase()).size < 5) return 'has fewer than five different characters';
  const own = signIn.toLowerCase().split('@')[0];
  if (own.length > 3 && password.toLowerCase().includes(own))
    return 'has the name in it that you sign in with';
  return null;
}

export const hashed = (password: string): Promise<string> => hash(password.normalize('NFKC'), MANNER);

/** A password that nobody has: who is not there is looked at for just as long. */
let nobody: Promise<string> | undefined;

/** Whether a password is that of a hash; for somebody who is not there it takes as long, and is not. */
export async function isPassword(password: string, known: string | undefined): Promise<boolean> {
  const against = known ?? (await (nobody ??= hashed('nobody has this password')));
  const right = await verify(against, password.slice(0, LONGEST_PASSWORD).normalize('NFKC'), MANNER);
  return right && known !== undefined;
}
