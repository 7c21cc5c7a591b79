import { Module, type DynamicModule } from '@nestjs/common'
import { APP_FILTER, APP_GUARD } from '@nestjs/core'
import { AuthModule } from './auth/auth.module.js'
import { SessionGuard } from './auth/session.guard.js'
import { ComputeModule } from './compute/compute.module.js'
import { CONFIG, type Config } from './config.js'
import { DB, type Db } from './db/database.js'
import { DrawerModule } from './drawer/drawer.module.js'
import { HealthModule } from './health/health.module.js'
import { LedgerModule } from './ledger/ledger.module.js'
import { ProblemFilter } from './http/problem.js'
import { InstrumentsModule } from './instruments/instruments.module.js'
import { PiecesModule } from './pieces/pieces.module.js'
import { PhotosModule } from './photos/photos.module.js'
import { RackModule } from './rack/rack.module.js'
import { CommissionsModule } from './commissions/commissions.module.js'
import { StonesModule } from './stones/stones.module.js'
import { UnderwayModule } from './underway/underway.module.js'
import { WorkshopModule } from './workshop/workshop.module.js'

@Module({})
class Shared {}

@Module({})
export class AppModule {
  static with(config: Config, db: Db): DynamicModule {
    const shared: DynamicModule = {
      module: Shared,
      global: true,
      providers: [
        { provide: CONFIG, useValue: config },
        { provide: DB, useValue: db },
      ],
      exports: [CONFIG, DB],
    }
    return {
      module: AppModule,
      imports: [
        shared,
        AuthModule,
        ComputeModule,
        HealthModule,
        StonesModule,
        InstrumentsModule,
        DrawerModule,
        PiecesModule,
        PhotosModule,
        RackModule,
        CommissionsModule,
        LedgerModule,
        UnderwayModule,
        WorkshopModule,
      ],
      providers: [
        { provide: APP_FILTER, useClass: ProblemFilter },
        { provide: APP_GUARD, useClass: SessionGuard },
      ],
    }
  }
}
