import {
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { beforeNext, isAskedAgain } from '../platform/asked-again';

interface Extra {
  /** It changes nothing, although it is called as a change is. */
  reads?: boolean;
}

/** Requests to an API; reads that nobody can answer just now are asked again a few times. */
export function requestsTo(
  baseUrl: string,
): BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, Extra> {
  const ask = fetchBaseQuery({ baseUrl });
  return async (asked, api, extra) => {
    const reads = api.type === 'query' || (extra as Extra | undefined)?.reads === true;
    for (let attempt = 1; ; attempt++) {
      const answer = await ask(asked, api, extra);
      if (!answer.error || !reads || api.signal.aborted) return answer;
      const { status } = answer.error;
      const heard = typeof status === 'number' ? status : null;
      if ((heard === null && status !== 'FETCH_ERROR') || !isAskedAgain(heard, attempt)) return answer;
      // Given up meanwhile, it stays with what was heard.
      if (!(await beforeNext(attempt, api.signal).catch(() => false))) return answer;
    }
  };
}
