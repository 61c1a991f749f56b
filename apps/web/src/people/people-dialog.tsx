import { useState } from 'react';
import type { Member, Role, Shop } from '@brelm/contract';
import { Button, Modal, Refusal } from '../ui';
import { reasonOf } from '../store/api';
import { UNNAMED_SHOP } from '../store/house-api';
import {
  useInvitationsQuery,
  useInviteMutation,
  useMessagesQuery,
  usePeopleQuery,
  useRemovePersonMutation,
  useResetLinkMutation,
  useSetRoleMutation,
  useTakeInvitationBackMutation,
} from '../store/people-api';
import { useAttempt } from '../store/use-attempt';
import { PersonMark } from './person-mark';
import { ROLES, ROLE_NAMES, ROLE_WORDS } from './role-words';
import { format } from '../words/dates';
import { say } from '../words/people';

/** A link that is shown once, to be handed on. */
function HandOn({ link, to }: { link: string; to: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <div className="w-full rounded-md border border-line p-2.5 text-[13px]">
      <p className="mb-1.5">{say('handThisLinkToYourself', { to })}</p>
      <div className="flex items-center gap-2">
        <input
          aria-label={say('linkFor', { to })}
          readOnly
          className="field font-mono !text-[12px]"
          value={link}
          onFocus={(e) => e.target.select()}
        />
        <Button
          onClick={() =>
            void navigator.clipboard.writeText(link).then(
              () => setCopied(true),
              () => undefined,
            )
          }
        >
          {copied ? say('copied') : say('copy')}
        </Button>
      </div>
    </div>
  );
}

function MemberRow({
  shop,
  member,
  mayChange,
  mayReset,
  isMe,
}: {
  shop: string;
  member: Member;
  mayChange: boolean;
  mayReset: boolean;
  isMe: boolean;
}) {
  const { id, name, role, signIn, secondFactor } = member;
  const [setRole] = useSetRoleMutation();
  const [remove] = useRemovePersonMutation();
  const [reset] = useResetLinkMutation();
  const [asking, setAsking] = useState(false);
  const [link, setLink] = useState<string | null>(null);
  const { fault, attempt } = useAttempt();
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-t border-line py-2 text-[13px] first:border-0">
      <PersonMark name={name} id={id} />
      <div className="min-w-32 flex-1">
        <p className="truncate font-medium">
          {name}
          {isMe && <span className="font-normal text-muted"> {say('you2')}</span>}
        </p>
        {signIn && (
          <p className="truncate text-muted">
            {say('secondFactor2', { signIn, isSecondFactor: Boolean(secondFactor) })}
          </p>
        )}
      </div>
      {mayChange ? (
        <>
          <select
            aria-label={say('roleOf', { name })}
            className="field !w-28"
            value={role}
            onChange={(e) => {
              const to = e.target.value as Role;
              void attempt(() => setRole({ shop, id, role: to }).unwrap());
            }}
          >
            {ROLES.map((r) => (
              <option key={r} value={r}>
                {ROLE_NAMES[r]}
              </option>
            ))}
          </select>
          {mayReset && !isMe && (
            <Button
              aria-label={say('newPasswordFor', { name })}
              onClick={() => void attempt(async () => setLink((await reset({ shop, id }).unwrap()).link))}
            >
              {say('newPassword')}
            </Button>
          )}
          <Button aria-label={say('takeOut', { name })} onClick={() => setAsking(true)}>
            {say('takeOutDots')}
          </Button>
        </>
      ) : (
        <span className="text-muted">{ROLE_NAMES[role]}</span>
      )}
      {asking && (
        <div className="flex w-full flex-wrap items-center gap-2 rounded-md border border-line p-2.5">
          <p className="min-w-52 flex-1">
            {say('atOnceAllThatWas', {
              isMe,
              name,
            })}
          </p>
          <Button
            tone="danger"
            onClick={() => void attempt(() => remove({ shop, id }).unwrap()).then(() => setAsking(false))}
          >
            {say('takeOut2')}
          </Button>
          <Button onClick={() => setAsking(false)}>{say('keep')}</Button>
        </div>
      )}
      {link && <HandOn link={link} to={name} />}
      <Refusal fault={fault} className="w-full" />
    </li>
  );
}

function Invite({ shop }: { shop: string }) {
  const [sentTo, setSentTo] = useState('');
  const [role, setRole] = useState<Role>('maker');
  const [made, setMade] = useState<{ link: string; to: string } | null>(null);
  const { fault, attempt } = useAttempt({ bare: true });
  const [invite, { isLoading }] = useInviteMutation();
  const { data: open = [] } = useInvitationsQuery(shop);
  const { data: messages = [] } = useMessagesQuery(shop);
  const [takeBack] = useTakeInvitationBackMutation();
  return (
    <>
      <form
        aria-label={say('invite')}
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          setMade(null);
          void attempt(async () => {
            const { link } = await invite({ shop, sentTo, role }).unwrap();
            setMade({ link, to: sentTo });
            setSentTo('');
          });
        }}
      >
        <label className="min-w-48 flex-1 text-[13px]">
          {say('invite')}
          <input
            className="field mt-0.5"
            required
            placeholder="ines@duskwren.example"
            value={sentTo}
            onChange={(e) => setSentTo(e.target.value)}
          />
        </label>
        <label className="text-[13px]">
          <span className="block">{say('as')}</span>
          <select
            aria-label={say('roleOfWhoIsInvited')}
            className="field mt-0.5 !w-28"
            value={role}
            onChange={(e) => setRole(e.target.value as Role)}
          >
            {ROLES.map((r) => (
              <option key={r} value={r}>
                {ROLE_NAMES[r]}
              </option>
            ))}
          </select>
        </label>
        <Button type="submit" tone="main" disabled={isLoading}>
          {say('makeTheLink')}
        </Button>
        <p className="w-full text-[12.5px] text-muted">
          {ROLE_NAMES[role]}: {ROLE_WORDS[role]}.
        </p>
        <Refusal fault={fault} className="w-full" />
        {made && <HandOn {...made} />}
      </form>
      {open.length > 0 && (
        <ul aria-label={say('invitations')} className="mt-3">
          {open.map((i) => (
            <li
              key={i.id}
              className="flex items-center gap-3 border-t border-line py-1.5 text-[13px] first:border-0"
            >
              <span className="min-w-0 flex-1 truncate">{i.sentTo}</span>
              <span className="text-muted">
                {say('until', {
                  role: i.role && ROLE_NAMES[i.role],
                  endsAt: format(new Date(i.endsAt), 'd MMM'),
                })}
              </span>
              <Button
                aria-label={say('takeBackTheInvitationOf', { sentTo: i.sentTo })}
                onClick={() => void takeBack({ shop, id: i.id })}
              >
                {say('takeBack')}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {messages.length > 0 && (
        <details className="mt-3 text-[13px]">
          <summary className="text-muted">{say('whatWouldBeSent', { messages: messages.length })}</summary>
          <ul className="mt-1 max-h-60 overflow-y-auto">
            {messages.map((m) => (
              <li key={m.id} className="border-t border-line py-1.5 first:border-0">
                <p>
                  <span className="font-medium">{m.subject}</span>{' '}
                  <span className="text-muted">
                    {say('to', { sentTo: m.sentTo, madeAt: format(new Date(m.madeAt), 'd MMM, HH:mm') })}
                  </span>
                </p>
                <p className="break-words whitespace-pre-line text-muted">{m.body}</p>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** Who is in a shop, and who is asked in. */
export default function PeopleDialog({
  shop,
  ownsHouse,
  me,
  onClose,
}: {
  shop: Shop;
  ownsHouse: boolean;
  me: string;
  onClose: () => void;
}) {
  const { data, error } = usePeopleQuery(shop.id, { refetchOnMountOrArgChange: true });
  const owns = shop.role === 'owner';
  return (
    <Modal open wide title={say('peopleOf', { name: shop.name ?? UNNAMED_SHOP })} onClose={onClose}>
      {error && (
        <p role="alert" className="text-[13px] text-rust">
          {reasonOf(error)}
        </p>
      )}
      {!data && !error && <p className="text-[13px] text-muted">{say('looking')}</p>}
      {data && (
        <ul aria-label={say('people')}>
          {data.map((m) => (
            <MemberRow
              key={m.id}
              shop={shop.id}
              member={m}
              mayChange={owns}
              mayReset={ownsHouse}
              isMe={m.id === me}
            />
          ))}
        </ul>
      )}
      {owns && (
        <div className="mt-3 border-t border-line pt-4">
          <Invite shop={shop.id} />
        </div>
      )}
      <div className="mt-5 flex justify-end">
        <Button onClick={onClose}>{say('close')}</Button>
      </div>
    </Modal>
  );
}
