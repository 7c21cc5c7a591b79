import { Module } from '@nestjs/common'
import { AuthController } from './auth.controller.js'
import { AuthService } from './auth.service.js'
import { Sessions } from './sessions.js'

@Module({
  controllers: [AuthController],
  providers: [AuthService, Sessions],
  exports: [Sessions, AuthService],
})
export class AuthModule {}
