import { useFaceSampleQuery } from '../../store/api';
import { say } from '../../words/lettering';

/** Words in a typeface, as large as the row allows. */
export function FaceSample({ id, words }: { id: string; words: string }) {
  const { data, isError } = useFaceSampleQuery({ id, text: words });
  if (isError) return <span className="text-[12.5px] text-muted">{say('cannotBeShown')}</span>;
  if (!data) return <span className="block h-8" />;
  const height = Math.max(60, data.bottom - data.top);
  return (
    <svg
      aria-hidden
      className="block h-9 w-full"
      viewBox={`0 ${data.top - 4} ${Math.max(1, data.width)} ${height + 8}`}
      preserveAspectRatio="xMinYMid meet"
    >
      <path d={data.path} fill="currentColor" />
    </svg>
  );
}
