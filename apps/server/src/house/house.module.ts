import { Module, type DynamicModule } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PoolService } from '../workers/pool.service';
import { HOUSE_ENTITIES } from './entities';
import { HOUSE, type HouseOptions } from './house-options';
import { HOUSE_MIGRATIONS } from './migrations';
import { ShopsController } from './shops.controller';
import { ShopsService } from './shops.service';

/** What is above the shops. */
@Module({})
export class HouseModule {
  static with(options: HouseOptions, pool: PoolService): DynamicModule {
    const { host, port, user, password, name } = options.house;
    return {
      module: HouseModule,
      imports: [
        TypeOrmModule.forRoot({
          type: 'mariadb',
          ...{ host, port, username: user, password, database: name },
          ...{ charset: 'utf8mb4', timezone: 'Z' },
          ...{
            entities: HOUSE_ENTITIES,
            migrations: HOUSE_MIGRATIONS,
            migrationsRun: true,
            synchronize: false,
          },
          ...{ retryAttempts: 2, retryDelay: 500, extra: { connectTimeout: 3000, connectionLimit: 4 } },
        }),
        TypeOrmModule.forFeature(HOUSE_ENTITIES),
      ],
      controllers: [ShopsController],
      providers: [
        { provide: HOUSE, useValue: options },
        { provide: PoolService, useValue: pool },
        ShopsService,
      ],
    };
  }
}
