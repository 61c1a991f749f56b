import { tiesOf, type Design } from '@brelm/core/design';
import { partTitle, type Part, type Whole } from '@brelm/core/parts';
import { say } from '../words/stack';

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
    return say('andMore', { said: said.slice(0, MOST_NAMES).join(', '), isMore: more > 0, more });
  };
  const whole = (of: Whole) =>
    of.kind === 'part'
      ? (titles.get(of.part) ?? say('whatIsGone'))
      : design.bundles.find((b) => b.id === of.bundle)?.name || say('aBundle');
  const cut = ({ knockOut }: Part) =>
    !knockOut
      ? []
      : knockOut.from === 'below'
        ? [say('cutsAllBelow')]
        : knockOut.from === 'bundle'
          ? [say('cutsItsBundle')]
          : [say('cuts', { names: names(knockOut.parts) })];
  for (const part of design.parts) {
    const cutters = ties?.of.get(part.id)?.cutters ?? [];
    const said = [
      ...(part.window ? [say('inside', { whole: whole(part.window) })] : []),
      ...cut(part),
      ...(cutters.length ? [say('cutBy', { names: names(cutters) })] : []),
      ...(part.unprinted ? [say('notPrinted')] : []),
    ];
    if (said.length) words.set(part.id, said.join(' · '));
  }
  return words;
}
