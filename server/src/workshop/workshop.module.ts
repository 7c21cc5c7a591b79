import { Module } from '@nestjs/common'
import { Archive } from '../archive/archive.js'
import { AuthModule } from '../auth/auth.module.js'
import { WorkshopController } from './workshop.controller.js'
import { WorkshopRepository } from './workshop.repository.js'

@Module({
  imports: [AuthModule],
  controllers: [WorkshopController],
  providers: [WorkshopRepository, Archive],
  exports: [WorkshopRepository],
})
export class WorkshopModule {}
