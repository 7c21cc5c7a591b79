import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put, Req, Res } from '@nestjs/common'
import {
  accountRemovalSchema,
  inviteTakeSchema,
  passwordChangeSchema,
  passwordResetSchema,
  signInSchema,
  signUpSchema,
  type AccountRemoval,
  type InviteTake,
  type Me,
  type PasswordChange,
  type PasswordReset,
  type SessionRow,
  type SignIn,
  type SignUp,
} from '@verger/contract'
import type { Request, Response } from 'express'
import { Who, type Caller } from '../http/caller.js'
import { Id, zod } from '../http/problem.js'
import { AuthService, type From } from './auth.service.js'
import { Sessions } from './sessions.js'

const fromOf = (request: Request): From => ({
  address: request.ip ?? '',
  agent: request.headers['user-agent'] ?? '',
})

@Controller('api/auth')
export class AuthController {
  constructor(
    @Inject(AuthService) private readonly auth: AuthService,
    @Inject(Sessions) private readonly sessions: Sessions,
  ) {}

  @Post('sign-in')
  @HttpCode(204)
  async signIn(
    @Body(zod(signInSchema)) body: SignIn,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ) {
    this.set(response, await this.auth.signIn(body, fromOf(request)))
  }

  @Post('sign-up')
  @HttpCode(204)
  signUp(@Body(zod(signUpSchema)) body: SignUp, @Req() request: Request): Promise<void> {
    return this.auth.signUp(body, fromOf(request))
  }

  @Post('join')
  @HttpCode(204)
  async join(
    @Body(zod(inviteTakeSchema)) body: InviteTake,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ) {
    this.set(response, await this.auth.join(body, fromOf(request)))
  }

  @Post('reset')
  @HttpCode(204)
  async reset(
    @Body(zod(passwordResetSchema)) body: PasswordReset,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ) {
    this.set(response, await this.auth.reset(body, fromOf(request)))
  }

  @Post('demo')
  @HttpCode(204)
  async demo(@Req() request: Request, @Res({ passthrough: true }) response: Response) {
    this.set(response, await this.auth.demo(fromOf(request)))
  }

  @Post('sign-out')
  @HttpCode(204)
  async signOut(@Who() who: Caller, @Res({ passthrough: true }) response: Response) {
    await this.sessions.end(who.tokenHash)
    response.setHeader('Set-Cookie', this.sessions.cookie('', 0))
  }

  @Get('me')
  me(@Who() who: Caller): Promise<Me> {
    return this.auth.me(who)
  }

  @Put('password')
  @HttpCode(204)
  password(@Who() who: Caller, @Body(zod(passwordChangeSchema)) body: PasswordChange): Promise<void> {
    return this.auth.changePassword(who, body)
  }

  @Post('remove')
  @HttpCode(204)
  async remove(
    @Who() who: Caller,
    @Body(zod(accountRemovalSchema)) body: AccountRemoval,
    @Res({ passthrough: true }) response: Response,
  ) {
    await this.auth.refuseInDemo(who.workshop)
    await this.auth.confirm(who, body.password, 'password')
    await this.auth.removeMaker(who.workshop, who.maker)
    response.setHeader('Set-Cookie', this.sessions.cookie('', 0))
  }

  @Get('sessions')
  list(@Who() who: Caller): Promise<SessionRow[]> {
    return this.sessions.list(who)
  }

  @Delete('sessions/:id')
  @HttpCode(204)
  end(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.sessions.endOne(who, id)
  }

  private set(response: Response, token: string): void {
    response.setHeader('Set-Cookie', this.sessions.cookie(token))
  }
}
