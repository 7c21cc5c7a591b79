import { Module } from '@nestjs/common'
import { DrawerModule } from '../drawer/drawer.module.js'
import { WorkshopModule } from '../workshop/workshop.module.js'
import { PiecesController } from './pieces.controller.js'
import { PiecesRepository } from './pieces.repository.js'
import { PiecesService } from './pieces.service.js'

@Module({
  imports: [WorkshopModule, DrawerModule],
  controllers: [PiecesController],
  providers: [PiecesRepository, PiecesService],
  exports: [PiecesRepository],
})
export class PiecesModule {}
