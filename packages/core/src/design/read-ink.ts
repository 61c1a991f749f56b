import type { Checked } from './checked';

/** The id of an ink that the design has. */
export function inkOf(i: Checked, inks: Set<string>): string {
  const id = i.id();
  if (id && !inks.has(id)) i.fault(`there is no ink "${id}" in this design`);
  return id;
}
