import { createHash } from 'node:crypto';
import { isIP } from 'node:net';
import { Injectable, NotFoundException, UnprocessableEntityException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type RegistrationResponseJSON,
} from '@simplewebauthn/server';
import { LessThan, type Repository } from 'typeorm';
import { withMoments } from '../../http/answers';
import { PasskeyRow, type PersonRow } from '../entities';
import { PeopleService } from './people.service';

/** Where the browser is: keys are for a name, and are used from its pages alone. */
export interface At {
  rpId: string;
  origin: string;
}

const idOf = (credential: string): string => createHash('sha256').update(credential).digest('hex');
const transportsOf = (text: string) => text.split(' ').filter(Boolean) as AuthenticatorTransport[];

/** Where a request comes from, as the standard counts it; refuses an address of numbers, for which no key can be made. */
export function placeOf(host: string, protocol: string): At {
  const { hostname } = new URL(`${protocol}://${host}`);
  if (isIP(hostname.replace(/^\[|\]$/g, '')))
    throw new UnprocessableEntityException(
      'Passkeys are for a name, and this address is a number: open Brelm at localhost, or at its own name.',
    );
  return { rpId: hostname, origin: `${protocol}://${host}` };
}

/** Keys of people's own devices (WebAuthn), which sign instead of a password. The device asks for its finger or number. */
@Injectable()
export class PasskeysService {
  constructor(
    @InjectRepository(PasskeyRow) private readonly rows: Repository<PasskeyRow>,
    private readonly people: PeopleService,
  ) {}

  async of(personId: string) {
    const rows = await this.rows.find({ where: { personId }, order: { madeAt: 'ASC' } });
    return rows.map(({ id, name, rpId, madeAt, seenAt }) => withMoments({ id, name, rpId, madeAt, seenAt }));
  }

  /** What a device is asked for to make a key. */
  async begin(person: PersonRow, { rpId }: At) {
    const known = await this.rows.findBy({ personId: person.id, rpId });
    return generateRegistrationOptions({
      ...{ rpName: 'Brelm', rpID: rpId, userName: person.signIn, userDisplayName: person.name },
      userID: new Uint8Array(Buffer.from(person.id)),
      attestationType: 'none',
      excludeCredentials: known.map((k) => ({ id: k.credential, transports: transportsOf(k.transports) })),
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
    });
  }

  /** Keeps the key that a device made. Throws for one that it did not make for what was asked. */
  async add(person: PersonRow, at: At, challenge: string, response: RegistrationResponseJSON, name: string) {
    const { verified, registrationInfo } = await verifyRegistrationResponse({
      ...{ response, expectedChallenge: challenge, expectedOrigin: at.origin, expectedRPID: at.rpId },
      requireUserVerification: true,
    }).catch((error: Error) => {
      throw new UnprocessableEntityException(`The passkey cannot be used: ${error.message}`);
    });
    if (!verified)
      throw new UnprocessableEntityException('The passkey cannot be used: it is not what was asked for.');
    const { id, publicKey, counter, transports = [] } = registrationInfo.credential;
    await this.rows.insert({
      ...{ id: idOf(id), personId: person.id, credential: id, counter, rpId: at.rpId, name },
      ...{ publicKey: Buffer.from(publicKey).toString('base64'), transports: transports.join(' ') },
      ...{ madeAt: new Date(this.people.now()), seenAt: null },
    });
    await this.people.told(person, null, 'made a passkey', name);
  }

  async remove(person: PersonRow, id: string): Promise<void> {
    const { affected } = await this.rows.delete({ id, personId: person.id });
    if (!affected) throw new NotFoundException('There is no such passkey (any more).');
    await this.people.told(person, null, 'gave up a passkey', '');
  }

  /** What any device is asked for to sign in: it knows itself whose keys it has. */
  ask({ rpId }: At) {
    return generateAuthenticationOptions({ rpID: rpId, userVerification: 'required', allowCredentials: [] });
  }

  /** Whose key signed; null where none that is known did. */
  async signed(at: At, challenge: string, response: AuthenticationResponseJSON): Promise<PersonRow | null> {
    const row = await this.rows.findOneBy({ id: idOf(String(response.id)), rpId: at.rpId });
    if (!row) return null;
    const { verified, authenticationInfo } = await verifyAuthenticationResponse({
      ...{ response, expectedChallenge: challenge, expectedOrigin: at.origin, expectedRPID: at.rpId },
      credential: {
        ...{ id: row.credential, counter: row.counter, transports: transportsOf(row.transports) },
        publicKey: new Uint8Array(Buffer.from(row.publicKey, 'base64')),
      },
      requireUserVerification: true,
    }).catch(() => ({ verified: false, authenticationInfo: { newCounter: 0 } }));
    if (!verified) return null;
    // A device that counts never counts the same twice; of two who show the same, one is let in.
    const counter = authenticationInfo.newCounter;
    const { affected } = await this.rows.update(
      counter > 0 ? { id: row.id, counter: LessThan(counter) } : { id: row.id },
      { counter, seenAt: new Date(this.people.now()) },
    );
    return affected ? this.people.person(row.personId) : null;
  }
}
