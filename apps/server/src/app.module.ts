import { Module, type DynamicModule } from '@nestjs/common';
import { APP_GUARD, APP_INTERCEPTOR } from '@nestjs/core';
import { AlmanacController } from './almanac/almanac.controller';
import { DemandService } from './almanac/demand.service';
import { IdeasService } from './almanac/ideas.service';
import { SeasonsService } from './almanac/seasons.service';
import { DatabaseModule } from './database/database.module';
import { DatabaseGuard } from './database/database-guard';
import { ENTITIES } from './database/entities';
import { MIGRATIONS } from './database/migrations';
import { DemoService } from './demo/demo.service';
import { AlikeService } from './designs/alike.service';
import { ProductFilesService } from './designs/product-files.service';
import { ShelfController } from './designs/shelf.controller';
import { ShelfService } from './designs/shelf.service';
import { ShelfViewsService } from './designs/shelf-views.service';
import { DesignsController } from './designs/designs.controller';
import { DesignsService } from './designs/designs.service';
import { FilmsController } from './designs/films.controller';
import { TransferController } from './designs/transfer.controller';
import { TransferService } from './designs/transfer.service';
import { PreviewsService } from './designs/previews.service';
import { DraughtsmanController } from './draughtsman/draughtsman.controller';
import { FiguresController } from './drawn-figures/figures.controller';
import { FiguresService } from './drawn-figures/figures.service';
import { FilesService } from './storage/files.service';
import { DiskGuard } from './storage/disk-guard';
import { HousekeepingService } from './storage/housekeeping.service';
import { HistoryController, HistoryInterceptor, HistoryService } from './history';
import { HealthController } from './health/health.controller';
import { LibraryController } from './library/library.controller';
import { LibraryService } from './library/library.service';
import { ConnectionsService } from './listings/connections.service';
import { ListingsController } from './listings/listings.controller';
import { ListingsService } from './listings/listings.service';
import { PrepareService } from './listings/prepare.service';
import { ProtectedService } from './listings/protected.service';
import { OutgoingFilesService } from './listings/outgoing-files.service';
import { SendingService } from './listings/sending.service';
import { GannetRowController } from './markets/gannet-row.controller';
import { MarketsController } from './markets/markets.controller';
import { MarketsService } from './markets/markets.service';
import { MudlarkController } from './markets/mudlark.controller';
import { PinfoldController } from './markets/pinfold.controller';
import { StickerwharfController } from './markets/stickerwharf.controller';
import { WeatherService } from './markets/weather';
import { MaterialsController } from './materials/materials.controller';
import { MaterialsService } from './materials/materials.service';
import { MotifsController } from './motifs/motifs.controller';
import { DutiesService } from './machines';
import { OPTIONS, type ShopOptions } from './options';
import { TypefacesController } from './typefaces/typefaces.controller';
import { TypefacesService } from './typefaces/typefaces.service';
import { WordsController } from './words/words.controller';
import { WordsService } from './words/words.service';
import { FilmListController, PictureLooksController, StylesController } from './styles/styles.controller';
import { PressController } from './press/press.controller';
import { PressService } from './press/press.service';
import { SamplesController } from './samples/samples.controller';
import { SamplesService } from './samples/samples.service';
import { ScenesController } from './scenes/scenes.controller';
import { ScenesService } from './scenes/scenes.service';
import { SeriesController } from './series/series.controller';
import { SeriesService } from './series/series.service';
import { SheetsController } from './sheets/sheets.controller';
import { SheetsService } from './sheets/sheets.service';
import { StylesService } from './styles/styles.service';
import { PlannerService } from './runs/planner.service';
import { ClaimsService } from './runs/claims.service';
import { QueueService } from './runs/queue.service';
import { RunStore } from './runs/run-store.service';
import { RunsController } from './runs/runs.controller';
import { RunsService } from './runs/runs.service';
import { SearchesController } from './searches/searches.controller';
import { SearchesService } from './searches/searches.service';
import { SpecsController } from './specs/specs.controller';
import { SpecsService } from './specs/specs.service';
import { BackupController } from './backup/backup.controller';
import { CopiesService } from './backup/copies.service';
import { CommentsService, PresenceService, TogetherController } from './together';
import { DocumentsService } from './workers/documents.service';
import { PoolService } from './workers/pool.service';
import { StandingGuard } from './http/standing';

/** A shop: its own database, its own files. */
@Module({})
export class AppModule {
  static with(options: ShopOptions, pool: PoolService): DynamicModule {
    return {
      module: AppModule,
      imports: [DatabaseModule.with(options.database, ENTITIES, MIGRATIONS)],
      controllers: [
        HealthController,
        BackupController,
        ShelfController,
        DesignsController,
        TransferController,
        FilmsController,
        MaterialsController,
        LibraryController,
        TypefacesController,
        StylesController,
        PictureLooksController,
        FilmListController,
        SeriesController,
        SheetsController,
        ScenesController,
        PressController,
        SamplesController,
        WordsController,
        MotifsController,
        SpecsController,
        RunsController,
        ListingsController,
        PinfoldController,
        GannetRowController,
        StickerwharfController,
        MudlarkController,
        MarketsController,
        AlmanacController,
        SearchesController,
        DraughtsmanController,
        FiguresController,
        HistoryController,
        TogetherController,
      ],
      providers: [
        CopiesService,
        { provide: OPTIONS, useValue: options },
        FilesService,
        HousekeepingService,
        DatabaseGuard,
        DiskGuard,
        { provide: APP_GUARD, useClass: StandingGuard },
        { provide: APP_INTERCEPTOR, useExisting: DatabaseGuard },
        { provide: APP_INTERCEPTOR, useExisting: DiskGuard },
        { provide: APP_INTERCEPTOR, useClass: HistoryInterceptor },
        HistoryService,
        PresenceService,
        CommentsService,
        { provide: PoolService, useValue: pool },
        DocumentsService,
        DesignsService,
        ShelfService,
        ShelfViewsService,
        ProductFilesService,
        AlikeService,
        PreviewsService,
        TransferService,
        MaterialsService,
        LibraryService,
        TypefacesService,
        StylesService,
        SeriesService,
        SheetsService,
        ScenesService,
        PressService,
        SamplesService,
        WordsService,
        SpecsService,
        DutiesService,
        RunStore,
        ClaimsService,
        PlannerService,
        QueueService,
        RunsService,
        WeatherService,
        MarketsService,
        ConnectionsService,
        ProtectedService,
        ListingsService,
        PrepareService,
        OutgoingFilesService,
        SendingService,
        SeasonsService,
        DemandService,
        IdeasService,
        SearchesService,
        FiguresService,
        DemoService,
      ],
    };
  }
}
