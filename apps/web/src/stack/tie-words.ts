import { tiesOf, type Design } from '@brelm/core/design';
import { partTitle, type Part, type Whole } from '@brelm/core/parts';

/** How many names are said of several. */
const MOST_NAMES = 2;

/** What each part's row says of how it cuts others and what cuts it, by its id; parts that stand alone are left out. */
export function tieWords(design: Design): Map<string, string> {
  const ties = tiesOf(design);
  const words = new Map<string, string>();
  const titles = new Map(design.parts.map((p) => [p.id, partTitle(p)]));
  const names = (ids: readonly string[]) => {
    const said = ids.flatMap((id) => titles.get(id) ?? []);
    const more = said.length - MOST_NAMES;
    return said.slice(0, MOST_NAMES).join(', ') + (more > 0 ? ` and ${more} more` : '');
  };
  const whole = (of: Whole) =>
    of.kind === 'part'
      ? (titles.get(of.part) ?? 'what is gone')
      : design.bundles.find((b) => b.id === of.bundle)?.name || 'a bundle';
  const cut = ({ knockOut }: Part) =>
    !knockOut
      ? []
      : knockOut.from === 'below'
        ? ['cuts all below']
        : knockOut.from === 'bundle'
          ? ['cuts its bundle']
          : [`cuts ${names(knockOut.parts)}`];
  for (const part of design.parts) {
    const cutters = ties?.of.get(part.id)?.cutters ?? [];
    const said = [
      ...(part.window ? [`inside ${whole(part.window)}`] : []),
      ...cut(part),
      ...(cutters.length ? [`cut by ${names(cutters)}`] : []),
      ...(part.unprinted ? ['not printed'] : []),
    ];
    if (said.length) words.set(part.id, said.join(' · '));
  }
  return words;
}
