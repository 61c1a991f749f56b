import { useState } from 'react';
import type { LetteringLine } from '@brelm/core/parts';
import { face as faceNow } from '../../platform/faces';
import { useFacesCoveringQuery, useTypefacesQuery } from '../../store/api';
import { say } from '../../words/lettering';

/** Letters that a line's typeface lacks, and typefaces that have them. */
export function MissingNote({ line, onFace }: { line: LetteringLine; onFace: (id: string) => void }) {
  const [asked, setAsked] = useState(false);
  const { data: typefaces } = useTypefacesQuery();
  const face = faceNow(line.face);
  const plain = [...line.text].filter((_, i) => !line.spans.some((s) => s.face && s.from <= i && i < s.to));
  const lacks = face
    ? [...new Set(plain)].filter(
        (c) => c.trim() !== '' && !/[\p{Default_Ignorable_Code_Point}\p{Cc}]/u.test(c) && !face.has(c),
      )
    : [];
  const { data } = useFacesCoveringQuery(lacks.join(''), { skip: !asked || lacks.length === 0 });
  if (lacks.length === 0) return null;
  const name = typefaces?.find((t) => t.id === line.face)?.name ?? line.face;
  return (
    <div role="status" className="text-[12.5px] text-rust">
      {say('hasNo', { name, lacks: lacks.slice(0, 8).join(' ') })}{' '}
      {!asked ? (
        <button type="button" className="text-spruce underline" onClick={() => setAsked(true)}>
          {say('whichTypefacesHave')}
        </button>
      ) : !data ? (
        <span className="text-muted">{say('looking')}</span>
      ) : data.ids.length === 0 ? (
        <span className="text-muted">{say('noTypefaceHereHas')}</span>
      ) : (
        <span className="flex flex-wrap gap-x-2">
          {data.ids.slice(0, 8).map((id) => (
            <button key={id} type="button" className="text-spruce hover:underline" onClick={() => onFace(id)}>
              {typefaces?.find((t) => t.id === id)?.name ?? id}
            </button>
          ))}
        </span>
      )}
    </div>
  );
}
