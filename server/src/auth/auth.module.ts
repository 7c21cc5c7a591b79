import { Module } from '@nestjs/common'
import { Admission } from '../http/admission.js'
import { Attempts } from './attempts.js'
import { AuthController } from './auth.controller.js'
import { AuthService } from './auth.service.js'
import { Housekeeping } from './housekeeping.js'
import { Passwords } from './passwords.js'
import { Sessions } from './sessions.js'

@Module({
  controllers: [AuthController],
  providers: [Admission, Attempts, AuthService, Housekeeping, Passwords, Sessions],
  exports: [Admission, Sessions, AuthService],
})
export class AuthModule {}
