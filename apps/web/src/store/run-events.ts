import { useEffect } from 'react';
import type { RunTold } from '@brelm/contract';
import { useAppDispatch } from '.';
import { api } from './api';
import { runsApi } from './runs-api';
import { apiAt } from '../platform/address';

/** Keeps what is shown of runs as it is on the server, by its events; asks anew after each reconnection. */
export function useRunEvents(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const source = new EventSource(apiAt('runs/events'));
    let lost = false;
    source.onopen = () => {
      if (lost) dispatch(api.util.invalidateTags(['runs']));
      lost = false;
    };
    source.onerror = () => {
      lost = true;
    };
    source.onmessage = (message: MessageEvent<string>) => {
      const told = JSON.parse(message.data) as RunTold;
      if ('gone' in told) {
        dispatch(
          runsApi.util.updateQueryData('runs', undefined, (list) => list.filter((r) => r.id !== told.gone)),
        );
        return;
      }
      const { run, file } = told;
      if (file?.mockup && file.state === 'done') dispatch(api.util.invalidateTags(['mockups']));
      dispatch(
        runsApi.util.updateQueryData('runs', undefined, (list) => {
          const at = list.findIndex((r) => r.id === run.id);
          if (at < 0) list.unshift(run);
          else list[at] = run;
          // Those that have not ended stand first, in their order.
          list.sort(
            (a, b) =>
              Number(!!a.finishedAt) - Number(!!b.finishedAt) || (a.finishedAt ? 0 : a.position - b.position),
          );
        }),
      );
      dispatch(
        runsApi.util.updateQueryData('run', run.id, (known) => {
          Object.assign(known, run);
          const at = known.files.findIndex((f) => f.id === file?.id);
          if (file && at >= 0) known.files[at] = file;
        }),
      );
    };
    return () => source.close();
  }, [dispatch]);
}
