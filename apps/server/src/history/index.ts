/** Who did what in a shop, and when: written down by one interceptor for every route that changes something. */
export { HistoryController } from './history.controller';
export { HistoryInterceptor } from './history.interceptor';
export { HistoryService } from './history.service';
