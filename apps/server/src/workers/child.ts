import { worker, workerEmit } from 'workerpool';
import {
  checkPrintTask,
  inspectTask,
  makeTask,
  samplePhotoTask,
  packTask,
  previewTask,
  proofTask,
  rasteriseTask,
} from './tasks';
import { designPreviewTask } from './design-preview';
import { drawFiguresTask } from './draw-figures';
import { restoreShopTask } from './restore-shop';
import { filmFilesTask } from './film-files';
import { sheetFileTask } from './sheet-file';
import * as series from './series-rows';
import * as market from './market-tasks';
import { told } from './outcome';
import type { Begun } from './process-pool';
import * as reading from './reading';

/** What the child processes do, by name. */
export const TASKS = {
  inspectTask,
  rasteriseTask,
  previewTask,
  proofTask,
  makeTask,
  packTask,
  checkPrintTask,
  samplePhotoTask,
  readDesignTask: told(reading.readDesignTask),
  readGivenTask: told(reading.readGivenTask),
  readSceneTask: told(reading.readSceneTask),
  readSpecTask: told(reading.readSpecTask),
  readSpecFileTask: told(reading.readSpecFileTask),
  readGarmentsTask: told(reading.readGarmentsTask),
  readDemandTask: told(reading.readDemandTask),
  readFontTask: told(reading.readFontTask),
  faceFileTask: told(reading.faceFileTask),
  sampleTask: told(reading.sampleTask),
  designPreviewTask: told(designPreviewTask),
  sheetFileTask: told(sheetFileTask),
  filmFilesTask: told(filmFilesTask),
  drawFiguresTask: told(drawFiguresTask),
  readSeriesTask: told(series.readSeriesText),
  seriesSizesTask: told(series.seriesSizesTask),
  seriesRowsTask: told(series.seriesRowsTask),
  listingFactsTask: told(market.listingFactsTask),
  checkMarketFileTask: told(market.checkMarketFileTask),
  unzipDropTask: told(market.unzipDropTask),
  restoreShopTask: told(restoreShopTask),
};
export type TaskName = keyof typeof TASKS;

/** Pieces of work that were begun in this process. */
let begun = 0;

/** The same, which says first how many came before: see ProcessPool. */
const counted =
  (task: (argument: never) => unknown) =>
  (argument: never): unknown => {
    workerEmit({ before: begun++ } satisfies Begun);
    return task(argument);
  };

if (process.send) {
  // Ended by the server alone, never by a key in its terminal.
  for (const signal of ['SIGINT', 'SIGHUP'] as const) process.on(signal, () => undefined);
  worker(Object.fromEntries(Object.entries(TASKS).map(([name, task]) => [name, counted(task)])));
}
