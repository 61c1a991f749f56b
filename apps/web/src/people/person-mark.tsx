/** Grounds on which white letters have a contrast of 4.5 and more. */
const GROUNDS = ['#1f5f50', '#7a3b1d', '#2f4b7c', '#6b2d5c', '#4f5d2f', '#8a2f2f', '#3d4a52', '#5a3f8a'];

/** The first letters of the first and the last word of a name. */
export const initialsOf = (name: string): string => {
  const words = name.trim().split(/\s+/);
  const first = (word: string | undefined) => [...(word ?? '')][0] ?? '';
  return (first(words[0]) + (words.length > 1 ? first(words.at(-1)) : '')).toUpperCase();
};

/** Somebody as a disc with their initials: the same colour everywhere. */
export function PersonMark({ name, id, size = 28 }: { name: string; id: string; size?: number }) {
  const sum = [...id].reduce((n, c) => (n * 31 + c.charCodeAt(0)) >>> 0, 7);
  return (
    <svg width={size} height={size} viewBox="0 0 28 28" aria-hidden className="shrink-0">
      <circle cx={14} cy={14} r={14} fill={GROUNDS[sum % GROUNDS.length]} />
      <text x={14} y={14} dy="0.36em" textAnchor="middle" fontSize={11.5} fontWeight={650} fill="#fff">
        {initialsOf(name)}
      </text>
    </svg>
  );
}
