import { Module, type DynamicModule } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { DatabaseModule } from '../database/database.module';
import { PoolService } from '../workers/pool.service';
import { HOUSE_ENTITIES } from './entities';
import { HOUSE, type HouseOptions } from './house-options';
import { HOUSE_MIGRATIONS } from './migrations';
import { HouseGuard } from './people/house.guard';
import { Entering } from './people/entering';
import { PasskeysController } from './people/passkeys.controller';
import { PasskeysService } from './people/passkeys.service';
import { PeopleController } from './people/people.controller';
import { PeopleService } from './people/people.service';
import { SignInController } from './people/sign-in.controller';
import { ShopsController } from './shops.controller';
import { ShopsService } from './shops.service';

/** What is above the shops. */
@Module({})
export class HouseModule {
  static with(options: HouseOptions, pool: PoolService): DynamicModule {
    return {
      module: HouseModule,
      imports: [DatabaseModule.with(options.house, HOUSE_ENTITIES, HOUSE_MIGRATIONS, 4)],
      controllers: [SignInController, PasskeysController, ShopsController, PeopleController],
      providers: [
        { provide: HOUSE, useValue: options },
        { provide: PoolService, useValue: pool },
        { provide: APP_GUARD, useClass: HouseGuard },
        PeopleService,
        PasskeysService,
        Entering,
        ShopsService,
      ],
    };
  }
}
