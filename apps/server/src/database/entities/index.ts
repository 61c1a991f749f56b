/** The tables of the database, a class each; a new one goes into ENTITIES and gets a migration. */
import {
  DesignRow,
  DesignPreviewRow,
  DesignVersionRow,
  StarterRow,
  PaletteRow,
  LookRow,
  SheetRow,
  OwnSeriesRow,
} from './designs';
import {
  MaterialRow,
  TypefaceRow,
  FavouriteTypefaceRow,
  SceneRow,
  FigureOrderRow,
  FigureDrawingRow,
} from './materials';
import { SpecRow, SpecVersionRow, GarmentRow } from './specs';
import { RunRow, RunFileRow } from './runs';
import {
  PressOrderRow,
  SampleRow,
  MarketShopRow,
  MarketListingRow,
  MarketFileRow,
  ConnectionRow,
  ListingRow,
  SendingRow,
  SendingLineRow,
  ProtectedWordRow,
} from './selling';
import { SeasonRow, IdeaRow, OwnSearchRow, WatchedRow } from './almanac';
import { OwnWordRow, SettingRow } from './settings';

export * from './designs';
export * from './materials';
export * from './specs';
export * from './runs';
export * from './selling';
export * from './almanac';
export * from './settings';

export const ENTITIES = [
  DesignRow,
  DesignVersionRow,
  DesignPreviewRow,
  MaterialRow,
  SpecRow,
  SpecVersionRow,
  GarmentRow,
  RunRow,
  RunFileRow,
  PaletteRow,
  StarterRow,
  TypefaceRow,
  LookRow,
  SheetRow,
  SceneRow,
  PressOrderRow,
  SampleRow,
  MarketShopRow,
  MarketListingRow,
  MarketFileRow,
  ConnectionRow,
  ListingRow,
  SendingRow,
  SendingLineRow,
  ProtectedWordRow,
  SeasonRow,
  IdeaRow,
  OwnSearchRow,
  WatchedRow,
  OwnSeriesRow,
  OwnWordRow,
  FavouriteTypefaceRow,
  SettingRow,
  FigureOrderRow,
  FigureDrawingRow,
];
