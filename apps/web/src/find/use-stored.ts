import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Answer } from '@brelm/contract';
import {
  useGarmentsQuery,
  usePicturesQuery,
  useSheetsQuery,
  useSpecsQuery,
  useTypefacesQuery,
} from '../store/api';
import { useSeriesListQuery } from '../store/series-api';
import { useSettled } from '../ui/use-settled';
import type { Found } from './found';
import { apiAt } from '../platform/address';
import { say } from '../words/find';

/** Designs that are asked for at once. */
const MOST_DESIGNS = 8;

interface Asked {
  asked: string;
  designs: readonly { id: string; name: string }[];
}
const NONE: Asked = { asked: '', designs: [] };

/** What is kept on the server and is like the question: designs and pictures by their words, all else by its name. */
export function useStored(asked: string): { found: readonly Found[]; looking: boolean } {
  const navigate = useNavigate();
  const { data: series } = useSeriesListQuery(false);
  const { data: sheets } = useSheetsQuery(false);
  const { data: specs } = useSpecsQuery();
  const { data: garments } = useGarmentsQuery();
  const { data: typefaces } = useTypefacesQuery();
  const [designs, setDesigns] = useState(NONE);
  const settled = useSettled(asked.trim());
  const { data: pictures } = usePicturesQuery({ search: settled, count: MOST_DESIGNS }, { skip: !settled });
  useEffect(() => {
    const abort = new AbortController();
    const query = new URLSearchParams({ search: settled, count: String(MOST_DESIGNS) });
    fetch(apiAt(`designs?${query.toString()}`), { signal: abort.signal })
      .then(async (response) => {
        if (!response.ok) return;
        const { designs: found } = (await response.json()) as Answer<'GET designs'>;
        setDesigns({ asked: settled, designs: found });
      })
      // It may be given up while its answer comes, too.
      .catch(() => undefined);
    return () => abort.abort();
  }, [settled]);
  const to = (path: string) => () => void navigate(path);
  return {
    looking: designs.asked !== asked.trim(),
    found: [
      // They were looked for by all of their words: what they are found by need not be in their names.
      ...designs.designs.map((d) => ({
        ...{
          id: `design ${d.id}`,
          group: say('designs'),
          title: d.name || say('untitled'),
          more: designs.asked,
        },
        run: to(`/design/${d.id}`),
      })),
      ...(series?.series ?? []).map((s) => ({
        ...{ id: `series ${s.id}`, group: say('series'), title: s.name, run: to(`/series/${s.id}`) },
      })),
      ...(sheets?.sheets ?? []).map((s) => ({
        ...{ id: `sheet ${s.id}`, group: say('sheets'), title: s.name, run: to(`/sheets/${s.id}`) },
      })),
      ...(specs ?? []).map((s) => ({
        ...{
          id: `spec ${s.id}`,
          group: say('specBook'),
          title: `${s.product}, ${s.marketplace}`,
          more: s.id,
        },
        run: to(`/specs/${s.id}`),
      })),
      // As designs are: they were looked for by these words.
      ...(settled && pictures ? pictures.pictures : []).map((p) => ({
        ...{ id: `picture ${p.sha256}`, group: say('pictures'), title: p.name, more: settled },
        run: to(`/materials?${new URLSearchParams({ pictures: p.name }).toString()}`),
      })),
      ...(garments ?? []).map((g) => ({
        ...{
          id: `colour ${g.id}`,
          group: say('garmentColours'),
          title: g.name,
          more: `${g.ground ? say('groundStuckOn') : (g.blank ?? '')} ${g.value}`,
        },
        run: to(`/materials?${new URLSearchParams({ colours: g.name }).toString()}`),
      })),
      ...(typefaces ?? []).map((t) => ({
        ...{ id: `typeface ${t.id}`, group: say('typefaces'), title: t.name, more: t.words },
        run: to(`/materials?${new URLSearchParams({ typefaces: t.name }).toString()}`),
      })),
    ],
  };
}
