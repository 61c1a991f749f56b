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
import { say } from '../words/series';

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
    if (!response.ok) throw new Error(say('theServerDoesNotGive'));
    const { document } = (await response.json()) as { document: unknown };
    const { id } = await create(newSeries(readDesign(document), entry.id)).unwrap();
    await navigate(`/series/${id}`);
  };
  return (
    <>
      <KeptList
        title={say('series')}
        begin={{ label: say('newSeries'), run: () => setPicking(true) }}
        list={found.data?.series}
        fault={found.error ? reasonOf(found.error) : null}
        onAgain={() => void found.refetch()}
        archived={archived}
        onArchived={setArchived}
        none={[say('noSeriesYetASeries'), say('noSeriesWasPutAway')]}
        to={(s) => `/series/${s.id}`}
        picture={(s) => s.layout && <SmallFigure figure={s.layout} />}
        words={(s) => (
          <>
            {say('rowLaidOutAsChanged', {
              rows: s.rows,
              isLayout: Boolean(s.layout),
              name: s.layout?.name,
              updatedAt: formatDistanceToNow(new Date(s.updatedAt), { addSuffix: true }),
            })}
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
          title={say('whichDesignIsTheLayout')}
          taken={NONE}
          words={['', say('takeIt')]}
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
