import { Link } from 'react-router';
import { useAppSelector } from '../../store';
import { useAlikeDesignsQuery } from '../../store/api';

/** Says which other designs look so much like this one that a marketplace may take them for the same. */
export function AlikeNote({ id }: { id: string }) {
  const revision = useAppSelector((s) => s.editor.revision);
  const { data: alike = [] } = useAlikeDesignsQuery({ id, revision }, { refetchOnMountOrArgChange: true });
  if (alike.length === 0) return null;
  return (
    <p role="note" className="border-b border-line bg-paper px-3 py-1.5 text-[13px]">
      Much like{' '}
      {alike.map((other, i) => (
        <span key={other.id}>
          {i > 0 && (i === alike.length - 1 ? ' and ' : ', ')}
          <Link to={`/design/${other.id}`} className="text-spruce underline">
            “{other.name || 'Untitled'}”
          </Link>
        </span>
      ))}
      : marketplaces refuse what is listed twice.
    </p>
  );
}
