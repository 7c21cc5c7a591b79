import { Module } from '@nestjs/common'
import { StonesController } from './stones.controller.js'
import { StonesRepository } from './stones.repository.js'

@Module({ controllers: [StonesController], providers: [StonesRepository], exports: [StonesRepository] })
export class StonesModule {}
