import { createBrowserRouter, Link, useRouteError } from 'react-router';
import { Frame } from './frame';
import { Shelf } from './shelf/shelf';
import { shopPath } from './platform/address';
import { say } from './words/frame';

function Fault() {
  const error = useRouteError();
  return (
    <main className="mx-auto mt-24 max-w-lg p-6">
      <h1 className="text-2xl">{say('thisPageCouldNotBe')}</h1>
      <p className="mt-2 text-muted">
        {say('yourDesignsAreSafe', {
          fault: error instanceof Error ? error.message : say('thereIsNothingAtThis'),
        })}
      </p>
      <Link to="/" className="mt-4 inline-block text-spruce underline">
        {say('backToTheShelf')}
      </Link>
    </main>
  );
}

export const router = createBrowserRouter(
  [
    {
      element: <Frame />,
      errorElement: <Fault />,
      children: [
        { index: true, element: <Shelf /> },
        {
          path: 'design/:id/:stage?',
          // The board's libraries load only with the first design.
          lazy: async () => ({ Component: (await import('./stages/artwork/artwork-stage')).ArtworkStage }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'sheets',
          lazy: async () => ({ Component: (await import('./sheets/sheets')).Sheets }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'sheets/:id',
          lazy: async () => ({ Component: (await import('./sheets/sheet-page')).SheetPage }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'series',
          lazy: async () => ({ Component: (await import('./series/series-list')).SeriesList }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'series/:id',
          lazy: async () => ({ Component: (await import('./series/series-page')).SeriesPage }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'materials',
          lazy: async () => ({ Component: (await import('./materials/materials')).Materials }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'runs',
          lazy: async () => ({ Component: (await import('./runs/runs')).Runs }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'samples',
          lazy: async () => ({ Component: (await import('./samples/samples')).Samples }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'almanac',
          lazy: async () => ({ Component: (await import('./almanac/almanac')).Almanac }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
          children: [
            { index: true, lazy: async () => ({ Component: (await import('./almanac/year')).Year }) },
            { path: 'demand', lazy: async () => ({ Component: (await import('./almanac/demand')).Demand }) },
            {
              path: 'phrases',
              lazy: async () => ({ Component: (await import('./almanac/phrases')).Phrases }),
            },
            {
              path: 'ideas/:id?',
              lazy: async () => ({ Component: (await import('./almanac/ideas')).Ideas }),
            },
            { path: 'try', lazy: async () => ({ Component: (await import('./almanac/try-it-in')).TryItIn }) },
          ],
        },
        {
          path: 'history',
          lazy: async () => ({ Component: (await import('./history/history-page')).HistoryPage }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          path: 'numbers',
          lazy: async () => ({ Component: (await import('./numbers/numbers')).Numbers }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        {
          // Ids of specs hold slashes.
          path: 'specs/*',
          lazy: async () => ({ Component: (await import('./specs/spec-book')).SpecBook }),
          HydrateFallback: () => <p className="p-6 text-muted">{say('opening')}</p>,
        },
        { path: '*', element: <Fault /> },
      ],
    },
  ],
  { basename: shopPath || '/' },
);
