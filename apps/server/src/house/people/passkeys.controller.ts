import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  Post,
  Req,
  UnauthorizedException,
  UnprocessableEntityException,
} from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import type { AuthenticationResponseJSON, RegistrationResponseJSON } from '@simplewebauthn/server';
import { IsObject } from 'class-validator';
import type { PersonRow } from '../entities';
import { Entering } from './entering';
import { NameDto } from './people.dto';
import { PasskeysService, placeOf } from './passkeys.service';
import { PeopleService } from './people.service';
import { Open, Who, type Asked } from './who';
import type { Answer } from '@brelm/contract';

/** How long a device may take, ms. */
const HOLDS = 5 * 60_000;

class NewPasskeyDto extends NameDto {
  @ApiProperty({ type: Object, description: 'What the device answered (WebAuthn, as JSON).' })
  @IsObject()
  response!: RegistrationResponseJSON;
}

class SignedDto {
  @ApiProperty({ type: Object, description: 'What the device answered (WebAuthn, as JSON).' })
  @IsObject()
  response!: AuthenticationResponseJSON;
}

@ApiTags('people')
@Controller()
export class PasskeysController {
  constructor(
    private readonly passkeys: PasskeysService,
    private readonly people: PeopleService,
    private readonly entering: Entering,
  ) {}

  @Get('me/passkeys')
  list(@Who() person: PersonRow): Promise<Answer<'GET house/me/passkeys'>> {
    return this.passkeys.of(person.id);
  }

  /** What the device is to be asked for. */
  @HttpCode(200)
  @Post('me/passkeys/begin')
  async begin(
    @Who() person: PersonRow,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/me/passkeys/begin'>> {
    const options = await this.passkeys.begin(person, this.place(request));
    request.session.challenge = { text: options.challenge, until: this.people.now() + HOLDS };
    return options;
  }

  @HttpCode(204)
  @Post('me/passkeys')
  async add(
    @Who() person: PersonRow,
    @Body() { response, name }: NewPasskeyDto,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/me/passkeys'>> {
    await this.passkeys.add(person, this.place(request), this.challenge(request), response, name);
  }

  @HttpCode(204)
  @Delete('me/passkeys/:id')
  remove(@Who() person: PersonRow, @Param('id') id: string): Promise<Answer<'DELETE house/me/passkeys/:id'>> {
    return this.passkeys.remove(person, id);
  }

  /** What a device is to sign to come in. */
  @Open()
  @HttpCode(200)
  @Post('sign-in/passkey/begin')
  async ask(@Req() request: Asked): Promise<Answer<'POST house/sign-in/passkey/begin'>> {
    const options = await this.passkeys.ask(this.place(request));
    request.session.challenge = { text: options.challenge, until: this.people.now() + HOLDS };
    return options;
  }

  /** Comes in with what a device signed: it has asked for a finger or a number itself, so no second factor is. */
  @Open()
  @HttpCode(200)
  @Post('sign-in/passkey')
  async signIn(
    @Body() { response }: SignedDto,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/sign-in/passkey'>> {
    const name = `passkey ${String(response.id).slice(0, 200)}`;
    await this.entering.beginTry(name, request);
    const person = await this.passkeys.signed(this.place(request), this.challenge(request), response);
    if (!person) throw new UnauthorizedException('This passkey is not known here.');
    await this.entering.wentWell(name, request);
    await this.entering.enter(request, person);
    return { needs: null };
  }

  private place(request: Asked) {
    return placeOf(request.headers.host ?? '', request.protocol);
  }

  /** What was to be signed; once. */
  private challenge({ session }: Asked): string {
    const { challenge } = session;
    delete session.challenge;
    if (!challenge || challenge.until < this.people.now())
      throw new UnprocessableEntityException('That took too long: begin again.');
    return challenge.text;
  }
}
