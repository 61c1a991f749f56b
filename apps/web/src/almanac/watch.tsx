import { Eye, EyeOff } from 'lucide-react';
import type { Demand } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { useWatchMutation } from '../store/almanac-api';
import { IconButton, notify } from '../ui';
import { say } from '../words/almanac';

/** A year over the one before, as people say it. */
export const growthWords = (factor: number): string =>
  `${factor >= 1 ? '+' : '−'}${Math.abs(Math.round((factor - 1) * 100))} %`;

/** Watches a phrase, or no longer. */
export function WatchButton({ row }: { row: Demand }) {
  const [watch] = useWatchMutation();
  const { phrase, product, country, watched } = row;
  return (
    <IconButton
      label={watched ? say('noLongerWatch', { phrase }) : say('watch', { phrase })}
      pressed={watched}
      onClick={() =>
        void watch({ phrase, product, country, on: !watched })
          .unwrap()
          .catch((e: unknown) => notify('fault', reasonOf(e)))
      }
    >
      {watched ? <EyeOff size={15} /> : <Eye size={15} />}
    </IconButton>
  );
}
