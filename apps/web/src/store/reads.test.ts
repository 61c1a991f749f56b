import { configureStore } from '@reduxjs/toolkit';
import { createApi } from '@reduxjs/toolkit/query';
import { requestsTo } from './reads';

const api = createApi({
  baseQuery: requestsTo('http://brelm.test/api/'),
  endpoints: (build) => ({
    designs: build.query<string, void>({ query: () => 'designs' }),
    look: build.mutation<string, void>({
      query: () => ({ url: 'look', method: 'POST' }),
      extraOptions: { reads: true },
    }),
    change: build.mutation<string, void>({ query: () => ({ url: 'change', method: 'POST' }) }),
  }),
});
const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer },
  middleware: (all) => all().concat(api.middleware),
});

/** How often each path was asked, of which the first `away` times were answered with 503. */
const asked = new Map<string, number>();
let away = 0;
beforeEach(() => {
  asked.clear();
  jest.useFakeTimers();
  globalThis.fetch = ((request: Request) => {
    const path = new URL(request.url).pathname.slice(5);
    asked.set(path, (asked.get(path) ?? 0) + 1);
    return Promise.resolve(
      asked.get(path)! <= away
        ? new Response('{"message":"The database does not answer."}', { status: 503 })
        : new Response('"here"'),
    );
  }) as typeof fetch;
});
afterEach(() => jest.useRealTimers());

it('reads are asked again while the server is away for a moment, however they are called; a change never is', async () => {
  away = 2;
  const read = store.dispatch(api.endpoints.designs.initiate());
  const looked = store.dispatch(api.endpoints.look.initiate());
  const changed = store.dispatch(api.endpoints.change.initiate());
  await jest.runAllTimersAsync();
  expect((await read).data).toBe('here');
  expect((await looked).data).toBe('here');
  expect((await changed).error).toMatchObject({ status: 503 });
  expect(Object.fromEntries(asked)).toEqual({ designs: 3, look: 3, change: 1 });
});

it('a server that stays away is told after a few times', async () => {
  away = Infinity;
  const read = store.dispatch(api.endpoints.designs.initiate(undefined, { forceRefetch: true }));
  await jest.runAllTimersAsync();
  expect((await read).error).toMatchObject({
    status: 503,
    data: { message: 'The database does not answer.' },
  });
  expect(asked.get('designs')).toBe(4);
});
