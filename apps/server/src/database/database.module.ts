import { Inject, Module, type DynamicModule, type OnApplicationShutdown } from '@nestjs/common';
import { getDataSourceToken, getRepositoryToken } from '@nestjs/typeorm';
import { DataSource, type DataSourceOptions, type EntityTarget, type ObjectLiteral } from 'typeorm';
import type { DatabaseOptions } from '../options';

/** Before it is tried a second time whether the database answers, ms. */
const REST = 500;

/** So long one process waits for another that brings the tables to their form, s. */
const MIGRATED_WITHIN = 600;

/** Brings the tables to their form; of several processes that start at once, one does. */
async function migrate(database: DataSource): Promise<void> {
  const runner = database.createQueryRunner();
  const lock = `brelm ${String(database.options.database)}`.slice(0, 64);
  try {
    await runner.query('SELECT GET_LOCK(?, ?)', [lock, MIGRATED_WITHIN]);
    await database.runMigrations();
  } finally {
    await runner.query('SELECT RELEASE_LOCK(?)', [lock]).catch(() => undefined);
    await runner.release();
  }
}

async function connected(options: DataSourceOptions): Promise<DataSource> {
  const begin = async () => {
    const database = await new DataSource(options).initialize();
    try {
      await migrate(database);
      return database;
    } catch (error) {
      await database.destroy().catch(() => undefined);
      throw error;
    }
  };
  return begin().catch(async () => {
    await new Promise((done) => setTimeout(done, REST));
    return begin();
  });
}

/**
 * A database with its tables, brought to the form that they have by now. Each application of this process has its own, which
 * Nest's own module for TypeORM, with one register for the whole process, does not foresee.
 */
@Module({})
export class DatabaseModule implements OnApplicationShutdown {
  constructor(@Inject(getDataSourceToken()) private readonly database: DataSource) {}

  static with(
    { host, port, user, password, name }: DatabaseOptions,
    entities: readonly EntityTarget<ObjectLiteral>[],
    migrations: NonNullable<DataSourceOptions['migrations']>,
    connections?: number,
  ): DynamicModule {
    const repositories = entities.map((entity) => ({
      provide: getRepositoryToken(entity as never),
      useFactory: (database: DataSource) => database.getRepository(entity),
      inject: [getDataSourceToken()],
    }));
    const source = {
      provide: getDataSourceToken(),
      useFactory: () =>
        connected({
          type: 'mariadb',
          ...{ host, port, username: user, password, database: name },
          ...{ charset: 'utf8mb4', timezone: 'Z' },
          ...{ entities: entities as never, migrations, synchronize: false },
          // Nobody waits so long for an answer: see the guard. A machine that is busy with something else may need it.
          extra: { connectTimeout: 15_000, ...(connections && { connectionLimit: connections }) },
        }),
    };
    return {
      module: DatabaseModule,
      providers: [source, ...repositories],
      exports: [source, ...repositories],
    };
  }

  async onApplicationShutdown(): Promise<void> {
    if (this.database.isInitialized) await this.database.destroy();
  }
}
