import { useEffect, useState } from 'react';
import { useDesignsInfiniteQuery } from '../store/api';

/** Names of the shop's designs, for what is fresh. */
export function useOwnNames(): string[] {
  const { data } = useDesignsInfiniteQuery({ archived: false, order: 'changed', search: '' });
  const [names, setNames] = useState<string[]>([]);
  useEffect(() => {
    const next = data?.pages.flatMap((p) => p.designs.map((d) => d.name)) ?? [];
    setNames((now) => (now.join('\n') === next.join('\n') ? now : next));
  }, [data]);
  return names;
}
