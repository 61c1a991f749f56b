import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { join } from 'node:path';
import {
  ConflictException,
  ForbiddenException,
  GoneException,
  Inject,
  Injectable,
  NotFoundException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, LessThan, MoreThan, Not, type Repository } from 'typeorm';
import { withMoments } from '../../http/answers';
import { keyIn, sealWith, type Seal } from '../../storage/seal';
import {
  HouseEventRow,
  LinkRow,
  MemberRow,
  MessageRow,
  PasskeyRow,
  PersonRow,
  SessionRow,
  type LinkKind,
  type Role,
} from '../entities';
import { HOUSE, type HouseOptions } from '../house-options';
import { FIRST } from '../shop-id';
import { hashed, isPassword, passwordFault } from './passwords';
import { newRecoveryCodes, recoveryHash, stepOf } from './second-factor';
import { refusedField } from './refused-field';

const HOUR = 3600 * 1000;
/** How long links may be used, ms. */
const HOLDS: Readonly<Record<LinkKind, number>> = {
  owner: 24 * HOUR,
  invited: 7 * 24 * HOUR,
  reset: 24 * HOUR,
};

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** What a link is for, as it is shown to whoever opens it. */
export interface LinkView {
  kind: LinkKind;
  shop: string | null;
  role: Role | null;
  sentTo: string | null;
}

export interface MemberView {
  id: string;
  signIn: string;
  name: string;
  role: Role;
  secondFactor: boolean;
}

/** Who there is, what they may do, and the links by which they come in. */
@Injectable()
export class PeopleService {
  private sealed: Promise<Seal> | null = null;

  constructor(
    @InjectRepository(PersonRow) private readonly people: Repository<PersonRow>,
    @InjectRepository(MemberRow) private readonly members: Repository<MemberRow>,
    @InjectRepository(LinkRow) private readonly links: Repository<LinkRow>,
    @InjectRepository(MessageRow) private readonly outbox: Repository<MessageRow>,
    @InjectRepository(SessionRow) private readonly sessions: Repository<SessionRow>,
    @InjectRepository(PasskeyRow) private readonly passkeys: Repository<PasskeyRow>,
    @InjectRepository(HouseEventRow) private readonly events: Repository<HouseEventRow>,
    @Inject(HOUSE) private readonly options: HouseOptions,
  ) {}

  now(): number {
    return (this.options.now ?? Date.now)();
  }

  private seal(): Promise<Seal> {
    const { shopsDir, keys } = this.options;
    this.sealed ??= keyIn(join(shopsDir, 'house.key'), 'house', keys).then(sealWith);
    return this.sealed;
  }

  async hasPeople(): Promise<boolean> {
    return (await this.people.count()) > 0;
  }

  person(id: string): Promise<PersonRow | null> {
    return this.people.findOneBy({ id });
  }

  bySignIn(signIn: string): Promise<PersonRow | null> {
    return this.people.findOneBy({ signIn: signIn.trim().toLowerCase() });
  }

  /** What somebody may do in a shop; null for nothing. Owners of the first shop own them all. */
  async roleIn(personId: string, shopId: string): Promise<Role | null> {
    const rows = await this.members.findBy({ personId, shopId: In([shopId, FIRST]) });
    if (rows.some((r) => r.shopId === FIRST && r.role === 'owner')) return 'owner';
    return rows.find((r) => r.shopId === shopId)?.role ?? null;
  }

  async ownsHouse(personId: string): Promise<boolean> {
    return (await this.roleIn(personId, FIRST)) === 'owner';
  }

  /** The link by which the first person comes in; null once there is one. */
  async ownerLink(): Promise<string | null> {
    if (await this.hasPeople()) return null;
    await this.links.delete({ kind: 'owner' });
    return this.link('owner', { shopId: FIRST, role: 'owner' });
  }

  /** What a link is for. Throws 410 where it does not hold (any more), without saying why. */
  async linkOf(token: string): Promise<LinkRow> {
    const link = await this.links.findOneBy({ id: hashOf(token), endsAt: MoreThan(new Date(this.now())) });
    if (!link) throw new GoneException('This link does not hold any more: ask for another.');
    return link;
  }

  /** Makes the person whom a link was for. */
  async join(token: string, given: { signIn: string; name: string; password: string }): Promise<PersonRow> {
    const link = await this.linkOf(token);
    if (link.kind === 'reset') throw new ConflictException('This link is for a new password.');
    const signIn = given.signIn.trim().toLowerCase();
    const fault = passwordFault(given.password, signIn);
    if (fault) throw refusedField('password', fault);
    const password = await hashed(given.password);
    if (await this.bySignIn(signIn)) throw refusedField('signIn', 'is taken: use another', 409);
    const person = this.people.create({
      ...{ id: randomUUID(), signIn, name: given.name.trim(), password },
      ...{ totp: null, totpStep: 0, recovery: '[]', madeAt: new Date(this.now()) },
    });
    // All of it or nothing: a name that somebody took at the same moment does not use the link up.
    await this.people.manager.transaction(async (all) => {
      await this.use(link, all.getRepository(LinkRow));
      await all.insert(PersonRow, person);
      await all.insert(MemberRow, { personId: person.id, shopId: link.shopId!, role: link.role! });
    });
    await this.told(person, link.shopId, 'joined', link.role!);
    return person;
  }

  /** Somebody who is here already takes an invitation to another shop. */
  async joinAs(token: string, person: PersonRow): Promise<void> {
    const link = await this.linkOf(token);
    if (link.kind !== 'invited') throw new ConflictException('This link is not for a shop.');
    if (await this.members.existsBy({ personId: person.id, shopId: link.shopId! }))
      throw new ConflictException('You are in this shop already.');
    await this.use(link);
    await this.members.insert({ personId: person.id, shopId: link.shopId!, role: link.role! });
    await this.told(person, link.shopId, 'joined', link.role!);
  }

  /** Sets the password that a link was for; all their sessions end. */
  async reset(token: string, password: string): Promise<void> {
    const link = await this.linkOf(token);
    const person = link.kind === 'reset' && (await this.person(link.personId!));
    if (!person) throw new GoneException('This link does not hold any more: ask for another.');
    const fault = passwordFault(password, person.signIn);
    if (fault) throw refusedField('password', fault);
    await this.use(link);
    // Whoever lost the password may have lost the second factor with it: the owner vouches for them.
    await this.people.update(person.id, {
      password: await hashed(password),
      ...{ totp: null, totpStep: 0, recovery: '[]' },
    });
    // Whoever had the password may have added a key of their own.
    await this.passkeys.delete({ personId: person.id });
    await this.sessions.delete({ personId: person.id });
    await this.told(person, null, 'set a new password', '');
  }

  /** Whether name and password are right; takes as long where there is nobody of that name. */
  async withPassword(signIn: string, password: string): Promise<PersonRow | null> {
    const person = await this.bySignIn(signIn);
    return (await isPassword(password, person?.password)) ? person : null;
  }

  async rename(person: PersonRow, name: string): Promise<void> {
    await this.people.update(person.id, { name });
    await this.told(person, null, 'is called otherwise', name);
  }

  async changePassword(person: PersonRow, before: string, password: string): Promise<void> {
    if (!(await isPassword(before, person.password))) throw refusedField('before', 'is not your password');
    const fault = passwordFault(password, person.signIn);
    if (fault) throw refusedField('password', fault);
    await this.people.update(person.id, { password: await hashed(password) });
    await this.told(person, null, 'changed their password', '');
  }

  /** Sets a second factor up, once a code of it was right. Answers the recovery codes, this once. */
  async setSecondFactor(person: PersonRow, secret: string, code: string): Promise<string[]> {
    const step = stepOf(secret, code, this.now(), 0);
    if (step === null) throw refusedField('code', 'is not the code of now: look again');
    const codes = newRecoveryCodes();
    await this.people.update(person.id, {
      totp: (await this.seal()).seal(secret),
      totpStep: step,
      recovery: JSON.stringify(codes.map(recoveryHash)),
    });
    await this.told(person, null, 'set up a second factor', '');
    return codes;
  }

  async dropSecondFactor(person: PersonRow, password: string): Promise<void> {
    if (!(await isPassword(password, person.password)))
      throw refusedField('password', 'is not your password');
    await this.people.update(person.id, { totp: null, totpStep: 0, recovery: '[]' });
    await this.told(person, null, 'gave up the second factor', '');
  }

  /** Takes a code of the second factor, or a recovery code, once. */
  async takeCode(person: PersonRow, code: string): Promise<boolean> {
    if (!person.totp) return false;
    const secret = (await this.seal()).open(person.totp);
    const step = stepOf(secret, code.replace(/\s/g, ''), this.now(), person.totpStep);
    if (step !== null)
      // Of two who have the same code at once, one is let in.
      return Boolean(
        (await this.people.update({ id: person.id, totpStep: LessThan(step) }, { totpStep: step })).affected,
      );
    const left = JSON.parse(person.recovery) as string[];
    const used = recoveryHash(code);
    if (!left.includes(used)) return false;
    const rest = JSON.stringify(left.filter((h) => h !== used));
    const { affected } = await this.people.update(
      { id: person.id, recovery: person.recovery },
      { recovery: rest },
    );
    if (affected) await this.told(person, null, 'used a recovery code', `${left.length - 1} left`);
    return Boolean(affected);
  }

  async membersOf(shopId: string): Promise<MemberView[]> {
    const rows = await this.members.findBy({ shopId });
    const people = await this.people.findBy({ id: In(rows.map((r) => r.personId)) });
    return people
      .map(({ id, signIn, name, totp }) => ({
        ...{ id, signIn, name, secondFactor: totp !== null },
        role: rows.find((r) => r.personId === id)!.role,
      }))
      .sort((a, b) => a.name.localeCompare(b.name));
  }

  /** Invites somebody to a shop; the link is told this once, and lies in the outbox as the message that would be sent. */
  async invite(
    by: PersonRow,
    shop: { id: string; name: string },
    sentTo: string,
    role: Role,
  ): Promise<string> {
    const link = await this.link('invited', { shopId: shop.id, role, sentTo });
    await this.send(shop.id, sentTo, `Come into ${shop.name}`, [
      `${by.name} asks you into ${shop.name} as ${role}.`,
      `Come in here within seven days: ${link}`,
    ]);
    await this.told(by, shop.id, 'invited', `${sentTo}, ${role}`);
    return link;
  }

  async invitations(shopId: string) {
    const open = await this.links.find({
      where: { shopId, kind: 'invited', endsAt: MoreThan(new Date(this.now())) },
      order: { madeAt: 'DESC' },
    });
    return open.map(({ id, sentTo, role, endsAt }) => withMoments({ id, sentTo, role, endsAt }));
  }

  async takeBack(by: PersonRow, shopId: string, id: string): Promise<void> {
    const { affected } = await this.links.delete({ id, shopId, kind: 'invited' });
    if (!affected) throw new NotFoundException('There is no such invitation (any more).');
    await this.told(by, shopId, 'took an invitation back', '');
  }

  async setRole(by: PersonRow, shopId: string, personId: string, role: Role): Promise<void> {
    const member = await this.member(shopId, personId);
    if (member.role === 'owner' && role !== 'owner') await this.anotherOwner(shopId, personId);
    await this.members.update({ personId, shopId }, { role });
    await this.told(by, shopId, 'changed a role', `${(await this.person(personId))!.name}: ${role}`);
  }

  /** Takes somebody out of a shop. What they made stays; whoever is in no shop any more is signed out. */
  async remove(by: PersonRow, shopId: string, personId: string): Promise<void> {
    const member = await this.member(shopId, personId);
    if (member.role === 'owner') await this.anotherOwner(shopId, personId);
    await this.members.delete({ personId, shopId });
    if (!(await this.members.existsBy({ personId }))) await this.sessions.delete({ personId });
    await this.told(by, shopId, 'removed', (await this.person(personId))!.name);
  }

  /** A link for a new password. Only who owns the house may: whoever it is for may be in other shops, too. */
  async resetLink(by: PersonRow, shopId: string, personId: string): Promise<string> {
    if (!(await this.ownsHouse(by.id)))
      throw new ForbiddenException('Only an owner of the first shop sets passwords anew.');
    await this.member(shopId, personId);
    const person = (await this.person(personId))!;
    const link = await this.link('reset', { shopId, personId });
    await this.send(shopId, person.signIn, 'A new password', [
      `${by.name} lets you set a new password, within a day: ${link}`,
    ]);
    await this.told(by, shopId, 'made a link for a new password', person.name);
    return link;
  }

  async messages(shopId: string) {
    const rows = await this.outbox.find({ where: { shopId }, order: { id: 'DESC' }, take: 50 });
    return rows.map((row) => withMoments(row));
  }

  async sessionsOf(personId: string) {
    return this.sessions.find({ where: { personId }, order: { seenAt: 'DESC' } });
  }

  /** Ends a session of somebody, or all but one. */
  async endSession(personId: string, id: string): Promise<void> {
    const { affected } = await this.sessions.delete({ personId, id });
    if (!affected) throw new NotFoundException('There is no such session (any more).');
  }

  async endOthers(personId: string, keep: string): Promise<void> {
    await this.sessions.delete({ personId, id: Not(keep) });
  }

  /** What was done with people and shops: of a shop, or of all where it is the first. */
  async eventsOf(shopId: string) {
    const rows = await this.events.find({
      ...(shopId === FIRST ? {} : { where: { shopId } }),
      ...{ order: { id: 'DESC' }, take: 200 },
    });
    return rows.map((row) => withMoments(row));
  }

  /** Writes down what somebody did with people or shops. */
  async told(by: PersonRow | null, shopId: string | null, did: string, about: string): Promise<void> {
    await this.events.insert({
      ...{ at: new Date(this.now()), personId: by?.id ?? null, person: by?.name ?? 'on this machine' },
      ...{ shopId, did, about: about.slice(0, 300) },
    });
  }

  /** A shop is gone: nobody is in it any more. */
  async forgetShop(shopId: string): Promise<void> {
    await this.members.delete({ shopId });
    await this.links.delete({ shopId });
    await this.outbox.delete({ shopId });
  }

  async addMember(personId: string, shopId: string, role: Role): Promise<void> {
    await this.members.save({ personId, shopId, role });
  }

  private async member(shopId: string, personId: string): Promise<MemberRow> {
    const member = await this.members.findOneBy({ shopId, personId });
    if (!member) throw new NotFoundException('There is nobody like that in this shop.');
    return member;
  }

  private async anotherOwner(shopId: string, personId: string): Promise<void> {
    if (!(await this.members.existsBy({ shopId, role: 'owner', personId: Not(personId) })))
      throw new ConflictException('Somebody must own the shop: make somebody else an owner first.');
  }

  private async link(
    kind: LinkKind,
    of: Partial<Pick<LinkRow, 'shopId' | 'role' | 'personId' | 'sentTo'>>,
  ): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    const now = this.now();
    await this.links.delete({ endsAt: LessThan(new Date(now)) });
    await this.links.insert({
      ...{ shopId: null, role: null, personId: null, sentTo: null, ...of },
      ...{ id: hashOf(token), kind, madeAt: new Date(now), endsAt: new Date(now + HOLDS[kind]) },
    });
    // Behind the hash it is sent to nobody, and stands in no log.
    return `${this.options.address() ?? ''}/welcome#${token}`;
  }

  /** A link is used once: of two who use it at the same time, one. */
  private async use({ id }: LinkRow, links = this.links): Promise<void> {
    const { affected } = await links.delete({ id });
    if (!affected) throw new GoneException('This link was used just now.');
  }

  private async send(shopId: string, sentTo: string, subject: string, lines: string[]): Promise<void> {
    await this.outbox.insert({
      ...{ shopId, sentTo, subject: subject.slice(0, 200), body: lines.join('\n') },
      madeAt: new Date(this.now()),
    });
  }
}
