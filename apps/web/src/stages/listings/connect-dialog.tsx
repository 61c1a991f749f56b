import { useState } from 'react';
import type { Connection } from '@brelm/contract';
import { reasonOf, useShopQuery } from '../../store/api';
import {
  useConnectMutation,
  useConnectionsQuery,
  useDisconnectMutation,
  useOpenShopMutation,
} from '../../store/listings-api';
import { Button, Modal, SeverityMark, VerdictMark } from '../../ui';
import { say } from '../../words/listings';

/** Which marketplaces listings are sent to, and their tokens. */
export function ConnectDialog({ onClose }: { onClose: () => void }) {
  const { data = [], isError, error, refetch } = useConnectionsQuery();
  return (
    <Modal open title={say('marketplaces')} wide onClose={onClose}>
      <p className="mb-3 text-muted">{say('theseAreStandInsOn')}</p>
      {isError && (
        <div role="alert" className="flex items-center gap-3">
          <span>{reasonOf(error)}</span>
          <Button onClick={() => void refetch()}>{say('tryAgain')}</Button>
        </div>
      )}
      <ul className="flex flex-col">
        {data.map((c) => (
          <One key={c.market} connection={c} />
        ))}
      </ul>
    </Modal>
  );
}

function One({ connection }: { connection: Connection }) {
  const { market, name, manner, shop, fault } = connection;
  const { data: own } = useShopQuery();
  const [connect, connecting] = useConnectMutation();
  const [openShop, opening] = useOpenShopMutation();
  const [disconnect] = useDisconnectMutation();
  const [token, setToken] = useState('');
  const [why, setWhy] = useState<string | null>(null);
  const shopName = own?.name ?? say('myShop');
  const busy = connecting.isLoading || opening.isLoading;
  const tryToken = async (tried: string) => {
    setWhy(null);
    try {
      await connect({ market, shop: shopName, token: tried }).unwrap();
      setToken('');
    } catch (error) {
      setWhy(reasonOf(error));
    }
  };
  const begin = async () => {
    setWhy(null);
    try {
      await tryToken((await openShop({ market, shop: shopName }).unwrap()).token);
    } catch (error) {
      setWhy(reasonOf(error));
    }
  };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-t border-line py-2.5 first:border-0">
      <div className="min-w-48 flex-1">
        <p className="flex items-center gap-1.5 font-medium">
          {shop !== null &&
            (fault ? <SeverityMark severity="stop" size={14} /> : <VerdictMark verdict="reads" size={14} />)}
          {name}
        </p>
        <p className="text-[12.5px] text-muted">
          {shop === null ? say('takes', { manner }) : say('connectedAs', { shop })}
        </p>
      </div>
      {shop !== null && !fault ? (
        <Button aria-label={say('disconnect', { name })} onClick={() => void disconnect(market)}>
          {say('disconnect2')}
        </Button>
      ) : (
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (token.trim()) void tryToken(token.trim());
          }}
        >
          <input
            aria-label={say('tokenFor', { name })}
            className="field !w-52"
            type="password"
            autoComplete="off"
            placeholder={say('token')}
            value={token}
            onChange={(e) => setToken(e.target.value)}
          />
          <Button type="submit" disabled={busy || !token.trim()}>
            {say('connect')}
          </Button>
          <Button disabled={busy} aria-label={say('openAShopThere', { name })} onClick={() => void begin()}>
            {say('openAShopThere2')}
          </Button>
        </form>
      )}
      {(why ?? fault) && (
        <p role="alert" className="w-full text-[13px] text-rust">
          {why ?? fault}
        </p>
      )}
    </li>
  );
}
