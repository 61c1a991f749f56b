import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { readDesign } from '@brelm/core/design';
import { newSeries } from '@brelm/core/series';
import type { DesignEntry } from '@brelm/contract';
import { SmallFigure } from '../design';
import { PickDesign } from '../design/pick-design';
import { reasonOf } from '../store/api';
import {
  useArchiveSeriesMutation,
  useCreateSeriesMutation,
  useDeleteSeriesMutation,
  useSeriesListQuery,
} from '../store/series-api';
import { KeptList, notify } from '../ui';
import { readAt } from '../platform/asked-again';

const NONE: ReadonlySet<string> = new Set();

/** Series: many designs from one layout and a table of words. */
export function SeriesList() {
  const [archived, setArchived] = useState(false);
  const [picking, setPicking] = useState(false);
  const found = useSeriesListQuery(archived, { refetchOnMountOrArgChange: true });
  const [create] = useCreateSeriesMutation();
  const [archive] = useArchiveSeriesMutation();
  const [remove] = useDeleteSeriesMutation();
  const navigate = useNavigate();
  const begin = async (entry: DesignEntry) => {
    const response = await readAt(`designs/${entry.id}`);
    if (!response.ok) throw new Error('The server does not give this design out.');
    const { document } = (await response.json()) as { document: unknown };
    const { id } = await create(newSeries(readDesign(document), entry.id)).unwrap();
    await navigate(`/series/${id}`);
  };
  return (
    <>
      <KeptList
        title="Series"
        begin={{ label: 'New series', run: () => setPicking(true) }}
        list={found.data?.series}
        fault={found.error ? reasonOf(found.error) : null}
        onAgain={() => void found.refetch()}
        archived={archived}
        onArchived={setArchived}
        none={[
          'No series yet. A series makes a design for each row of a table from one layout: first, second, third; a hundred jobs; fifty places.',
          'No series was put away.',
        ]}
        to={(s) => `/series/${s.id}`}
        picture={(s) => s.layout && <SmallFigure figure={s.layout} />}
        words={(s) => (
          <>
            {s.rows} {s.rows === 1 ? 'row' : 'rows'} ·{' '}
            {s.layout ? `laid out as ${s.layout.name}` : 'its layout is gone'} · changed{' '}
            {formatDistanceToNow(new Date(s.updatedAt), { addSuffix: true })}
          </>
        )}
        actions={{
          archive: (id, away) => archive({ id, archived: away }).unwrap(),
          remove: (id) => remove(id).unwrap(),
          reasonOf,
        }}
      />
      {picking && (
        <PickDesign
          title="Which design is the layout?"
          taken={NONE}
          words={['', 'take it']}
          onTake={(design) => {
            setPicking(false);
            begin(design).catch((error: unknown) => notify('fault', reasonOf(error)));
          }}
          onClose={() => setPicking(false)}
        />
      )}
    </>
  );
}
