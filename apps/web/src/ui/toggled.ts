/** A set with one entry in it or out of it. */
export function toggled<T>(set: ReadonlySet<T>, entry: T, on: boolean): Set<T> {
  const next = new Set(set);
  if (on) next.add(entry);
  else next.delete(entry);
  return next;
}
