import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  Post,
  Put,
  Req,
  Res,
  UnauthorizedException,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { toString as pictureOf } from 'qrcode';
import { withMoments } from '../../http/answers';
import type { PersonRow } from '../entities';
import { HOUSE, type HouseOptions } from '../house-options';
import { ShopsService } from '../shops.service';
import {
  CodeDto,
  JoinDto,
  LinkDto,
  NameDto,
  NewPasswordDto,
  PasswordDto,
  ResetDto,
  SignInDto,
} from './people.dto';
import { PeopleService } from './people.service';
import { Entering, renewed } from './entering';
import { refusedField } from './refused-field';
import { newSecret, secretAddress } from './second-factor';
import { sessionHash } from './session-store';
import { AlsoAlone, Open, Who, type Asked } from './who';
import type { Answer } from '@brelm/contract';

/** How long a second factor is waited for, ms. */
const HALF = 10 * 60_000;
/** Says neither which of the two is wrong nor whether there is anybody of that name. */
const WRONG = 'The name or the password is not right.';

@ApiTags('people')
@Controller()
export class SignInController {
  constructor(
    private readonly people: PeopleService,
    private readonly shops: ShopsService,
    private readonly entering: Entering,
    @Inject(HOUSE) private readonly options: HouseOptions,
  ) {}

  /** Who is signed in, and which shops they see. */
  @Open()
  @AlsoAlone()
  @Get('me')
  async me(@Req() request: Asked): Promise<Answer<'GET house/me'>> {
    const team = Boolean(this.options.team);
    const { who } = request;
    const half = Boolean(request.session?.half);
    if (team && !who) return { team, half, person: null, shops: [] };
    return {
      ...{ team, half: false },
      person: who ? { ...this.shown(who), ownsHouse: await this.people.ownsHouse(who.id) } : null,
      shops: await this.shops.listFor(who ?? null),
    };
  }

  @Open()
  @HttpCode(200)
  @Post('sign-in')
  async signIn(
    @Body() { signIn, password }: SignInDto,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/sign-in'>> {
    const name = signIn.trim().toLowerCase();
    await this.entering.beginTry(name, request);
    const person = await this.people.withPassword(name, password);
    if (!person) throw new UnauthorizedException(WRONG);
    if (person.totp !== null) {
      // The tries go on counting until the second factor was right, too.
      await renewed(request);
      request.session.half = { person: person.id, until: this.people.now() + HALF };
      return { needs: 'code' };
    }
    await this.entering.wentWell(name, request);
    await this.entering.enter(request, person);
    return { needs: null };
  }

  /** The second half: a code of the second factor, or a recovery code. */
  @Open()
  @HttpCode(200)
  @Post('sign-in/code')
  async code(@Body() { code }: CodeDto, @Req() request: Asked): Promise<Answer<'POST house/sign-in/code'>> {
    const { half } = request.session;
    const person = half && half.until > this.people.now() ? await this.people.person(half.person) : null;
    if (!person) throw new UnauthorizedException('Type your name and password again: that was too long ago.');
    await this.entering.beginTry(person.signIn, request);
    if (!(await this.people.takeCode(person, code)))
      throw refusedField('code', 'is not right, or was used already', 401);
    await this.entering.wentWell(person.signIn, request);
    await this.entering.enter(request, person);
    return { needs: null };
  }

  @Open()
  @HttpCode(204)
  @Post('sign-out')
  async signOut(
    @Req() request: Asked,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Answer<'POST house/sign-out'>> {
    await new Promise<void>((done) => request.session.destroy(() => done()));
    response.clearCookie('brelm', { path: '/' });
    // What the browser has of the shop's pictures; drafts stay, so that nothing is lost.
    response.setHeader('Clear-Site-Data', '"cache"');
  }

  /** What a link is for. */
  @Open()
  @HttpCode(200)
  @Post('links/look')
  async look(@Body() { token }: LinkDto): Promise<Answer<'POST house/links/look'>> {
    const { kind, shopId, role, sentTo } = await this.people.linkOf(token);
    return { kind, role, sentTo, shop: shopId && (await this.shops.nameOf(shopId)) };
  }

  /** Makes the person whom a link is for, and signs them in. */
  @Open()
  @Post('links/join')
  async join(
    @Body() { token, ...given }: JoinDto,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/links/join'>> {
    const person = await this.people.join(token, given);
    await this.entering.enter(request, person);
    return this.shown(person);
  }

  /** Takes an invitation as who is signed in. */
  @HttpCode(204)
  @Post('links/join-as')
  joinAs(@Body() { token }: LinkDto, @Who() person: PersonRow): Promise<Answer<'POST house/links/join-as'>> {
    return this.people.joinAs(token, person);
  }

  @Open()
  @HttpCode(204)
  @Post('links/reset')
  reset(@Body() { token, password }: ResetDto): Promise<Answer<'POST house/links/reset'>> {
    return this.people.reset(token, password);
  }

  @HttpCode(204)
  @Put('me/name')
  rename(@Body() { name }: NameDto, @Who() person: PersonRow): Promise<Answer<'PUT house/me/name'>> {
    return this.people.rename(person, name);
  }

  /** Sets a new password; all other sessions end, and this one has a new id. */
  @HttpCode(204)
  @Put('me/password')
  async password(
    @Body() { before, password }: NewPasswordDto,
    @Who() person: PersonRow,
    @Req() request: Asked,
  ): Promise<Answer<'PUT house/me/password'>> {
    await this.entering.beginTry(person.signIn, request);
    await this.people.changePassword(person, before, password);
    await this.entering.wentWell(person.signIn, request);
    await this.entering.afresh(request, person);
  }

  /** A new secret for a second factor, with its picture; it is none until a code of it was typed. */
  @HttpCode(200)
  @Post('me/second-factor/begin')
  async beginFactor(
    @Who() person: PersonRow,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/me/second-factor/begin'>> {
    const secret = newSecret();
    request.session.secret = secret;
    const picture = await pictureOf(secretAddress(secret, person.signIn), { type: 'svg', margin: 1 });
    return { secret, picture };
  }

  /** Sets it up. Answers the recovery codes, this once. */
  @HttpCode(200)
  @Post('me/second-factor')
  async setFactor(
    @Body() { code }: CodeDto,
    @Who() person: PersonRow,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/me/second-factor'>> {
    const { secret } = request.session;
    if (!secret) throw refusedField('code', 'is of no secret that was begun: begin again', 409);
    await this.entering.beginTry(person.signIn, request);
    const codes = await this.people.setSecondFactor(person, secret, code);
    await this.entering.wentWell(person.signIn, request);
    await this.entering.afresh(request, person);
    return { codes };
  }

  @HttpCode(204)
  @Post('me/second-factor/drop')
  async dropFactor(
    @Body() { password }: PasswordDto,
    @Who() person: PersonRow,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/me/second-factor/drop'>> {
    await this.entering.beginTry(person.signIn, request);
    await this.people.dropSecondFactor(person, password);
    await this.entering.wentWell(person.signIn, request);
    await this.entering.afresh(request, person);
  }

  /** Where one is signed in. */
  @Get('me/sessions')
  async sessions(@Who() person: PersonRow, @Req() request: Asked): Promise<Answer<'GET house/me/sessions'>> {
    const here = sessionHash(request.sessionID);
    return (await this.people.sessionsOf(person.id)).map(({ id, agent, madeAt, seenAt }) => ({
      ...withMoments({ id, agent, madeAt, seenAt }),
      here: id === here,
    }));
  }

  @HttpCode(204)
  @Delete('me/sessions/:id')
  end(@Param('id') id: string, @Who() person: PersonRow): Promise<Answer<'DELETE house/me/sessions/:id'>> {
    return this.people.endSession(person.id, id);
  }

  @HttpCode(204)
  @Post('me/sessions/end-others')
  endOthers(
    @Who() person: PersonRow,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/me/sessions/end-others'>> {
    return this.people.endOthers(person.id, sessionHash(request.sessionID));
  }

  private shown({ id, name, signIn, totp }: PersonRow) {
    return { id, name, signIn, secondFactor: totp !== null };
  }
}
