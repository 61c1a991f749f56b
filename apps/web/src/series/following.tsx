import type { Series, SeriesRow } from '@brelm/core/series';
import type { RowDesigns } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { useFollowRowsMutation } from '../store/series-api';
import { Button, notify } from '../ui';
import { apiAt } from '../platform/address';
import { say } from '../words/series';

/** Makes a design of its own of one row. */
export async function ownDesign(id: string, row: SeriesRow): Promise<RowDesigns> {
  const response = await fetch(apiAt(`series/${id}/designs`), {
    method: 'POST',
    body: JSON.stringify({ rows: [row.id] }),
    headers: { 'Content-Type': 'application/json' },
  });
  const answer = (await response.json()) as RowDesigns & { message?: string };
  if (!response.ok) throw new Error(answer.message ?? say('theDesignCouldNotBe'));
  if (answer.left.length) throw new Error(answer.left[0].why.join(' '));
  notify('done', say('itIsOnTheShelf'));
  return answer;
}

/** Designs that follow their rows, brought up to date by one press. */
export function Following({
  id,
  series,
  saved,
  onFollowed,
}: {
  id: string;
  series: Series;
  saved: boolean;
  onFollowed: (made: RowDesigns) => void;
}) {
  const [follow, { isLoading }] = useFollowRowsMutation();
  const following = series.rows.flatMap((r) => (r.design ? [{ row: r.id, ...r.design }] : []));
  if (following.length === 0) return null;
  return (
    <Button
      className="!h-8"
      disabled={!saved || isLoading}
      title={say('laysTheDesignsThatFollow')}
      onClick={() =>
        follow({ id, designs: following.slice(0, 500) })
          .unwrap()
          .then(
            (made) => {
              onFollowed(made);
              notify(
                made.left.length ? 'fault' : 'done',
                say('broughtUpToDate', {
                  designs: made.designs.length,
                  isLeft: Boolean(made.left.length),
                  left: made.left.map((l) => `${l.name}: ${l.why.join(' ')}`).join(' '),
                }),
              );
            },
            (error: unknown) => notify('fault', reasonOf(error)),
          )
      }
    >
      {say('bringDesignUpToDate', { following: following.length })}
    </Button>
  );
}
