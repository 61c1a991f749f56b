import { Link } from 'react-router';
import { useAppSelector } from '../../store';
import { reasonOf, useAlikeDesignsQuery, useTellApartMutation } from '../../store/api';
import { notify } from '../../ui';
import { say } from '../../words/listings';

/** Says which other designs look so much like this one that a marketplace may take them for the same, and lets them be told apart. */
export function AlikeNote({ id }: { id: string }) {
  const revision = useAppSelector((s) => s.editor.revision);
  const { data: alike = [] } = useAlikeDesignsQuery({ id, revision }, { refetchOnMountOrArgChange: true });
  const [tell] = useTellApartMutation();
  const fault = (error: unknown) => void notify('fault', reasonOf(error));
  const apart = (other: { id: string; name: string }) =>
    void tell({ id, other: other.id, apart: true })
      .unwrap()
      .then(
        () =>
          notify('done', say('isSomethingElseItIs', { name: other.name || say('untitled') }), {
            label: say('undo'),
            run: () => void tell({ id, other: other.id, apart: false }).unwrap().catch(fault),
          }),
        fault,
      );
  if (alike.length === 0) return null;
  return (
    <div role="note" className="border-b border-line bg-paper px-3 py-1.5 text-[13px]">
      {say('marketplacesRefuseWhatIsListed')}
      <ul className="mt-0.5 flex flex-wrap gap-x-4 gap-y-0.5">
        {alike.map((other) => (
          <li key={other.id} className="flex min-w-0 items-center gap-2">
            <Link to={`/design/${other.id}`} className="truncate text-spruce underline">
              “{other.name || say('untitled')}”
            </Link>
            <button
              type="button"
              aria-label={say('somethingElse', { name: other.name || say('untitled') })}
              className="shrink-0 rounded-md border border-edge bg-card px-1.5 text-[12.5px] hover:border-ink"
              onClick={() => apart(other)}
            >
              {say('somethingElse2')}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
