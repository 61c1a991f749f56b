import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useAppDispatch, useAppSelector } from '../../store';
import { startAutosave } from '../../store/autosave';
import { reasonOf, useGarmentsQuery, useSpecsQuery } from '../../store/api';
import { adoptDraft, sameDesign, type KeptDraft } from '../../store/drafts';
import { closed, opened, saveStateChanged } from '../../store/editor';
import { historyOf, startHistory } from '../../store/history';
import { Button } from '../../ui';
import { CutStage } from '../cut/cut-stage';
import { GarmentsStage } from '../garments/garments-stage';
import { ListingsStage } from '../listings/listings-stage';
import { MockupsStage } from '../mockups/mockups-stage';
import { PlacementStage } from '../placement/placement-stage';
import { LeftBehind } from '../../editor/left-behind';
import { findDesign, settleDrafts, type Opening } from '../../editor/open-design';
import { Workbench } from './workbench';
import { say } from '../../words/artwork';

type Loading =
  | { kind: 'loading' }
  | { kind: 'choose'; opening: Opening }
  | { kind: 'open'; opening: Opening; draft: KeptDraft | null }
  | { kind: 'fault'; reason: string };

/** Opens a design: from the server, with what this browser kept that the server does not have yet. */
export function ArtworkStage() {
  const { id, stage } = useParams() as { id: string; stage?: string };
  const dispatch = useAppDispatch();
  const specs = useSpecsQuery();
  const garments = useGarmentsQuery();
  const openId = useAppSelector((s) => s.editor.id);
  const [loading, setLoading] = useState<Loading>({ kind: 'loading' });
  const [attempt, setAttempt] = useState(0);

  useEffect(() => {
    let wanted = true;
    setLoading({ kind: 'loading' });
    findDesign(id).then(
      (opening) => {
        if (!wanted) return;
        const { drafts } = opening;
        setLoading(
          drafts.length > 1
            ? { kind: 'choose', opening }
            : { kind: 'open', opening, draft: drafts[0] ?? null },
        );
      },
      (error: Error) => wanted && setLoading({ kind: 'fault', reason: error.message }),
    );
    return () => {
      wanted = false;
    };
  }, [id, attempt]);

  useEffect(() => {
    if (loading.kind !== 'open') return;
    const { opening, draft } = loading;
    const { stored } = opening;
    let wanted = true;
    const stops: (() => void)[] = [];
    const open = async () => {
      if (draft) await adoptDraft(id, draft);
      const found = draft?.design ?? stored.document;
      const mine = opening.own !== undefined && sameDesign(opening.own.design, found);
      const history = await historyOf(id, found, mine);
      if (!wanted) return;
      const revision = draft?.revision ?? stored.revision;
      const design = history?.design ?? found;
      dispatch(opened({ stored: { ...stored, revision }, design, history, at: Date.now() }));
      if (opening.reached && revision !== stored.revision)
        dispatch(saveStateChanged({ save: { kind: 'conflict', theirs: stored } }));
      const server = opening.reached ? { ...stored, document: draft ? stored.document : design } : null;
      stops.push(startAutosave(id, draft ? null : design, server), startHistory(id));
    };
    void open();
    return () => {
      wanted = false;
      for (const stop of stops) stop();
      dispatch(closed());
    };
  }, [id, dispatch, loading]);

  const fault =
    loading.kind === 'fault'
      ? loading.reason
      : specs.isError || garments.isError
        ? reasonOf(specs.error ?? garments.error)
        : null;
  if (fault)
    return (
      <main className="mx-auto mt-24 max-w-lg p-6" role="alert">
        <h1 className="text-2xl">{say('theDesignCouldNotBe')}</h1>
        <p className="mt-2 mb-4 text-muted">{fault}</p>
        <div className="flex items-center gap-3">
          <Button
            onClick={() => {
              void specs.refetch();
              void garments.refetch();
              setAttempt(attempt + 1);
            }}
          >
            {say('tryAgain')}
          </Button>
          <Link to="/" className="text-spruce underline">
            {say('backToTheShelf')}
          </Link>
        </div>
      </main>
    );
  if (loading.kind === 'choose')
    return (
      <LeftBehind
        opening={loading.opening}
        onChosen={async (draft) => {
          await settleDrafts(id, loading.opening.drafts, draft);
          setLoading({ kind: 'open', opening: loading.opening, draft });
        }}
      />
    );
  if (loading.kind === 'loading' || openId !== id || !specs.data || !garments.data)
    return <p className="p-6 text-muted">{say('opening')}</p>;
  return stage === 'garments' ? (
    <GarmentsStage specs={specs.data} garments={garments.data} />
  ) : stage === 'cut' ? (
    <CutStage specs={specs.data} />
  ) : stage === 'mockups' ? (
    <MockupsStage specs={specs.data} garments={garments.data} />
  ) : stage === 'listings' ? (
    <ListingsStage specs={specs.data} garments={garments.data} />
  ) : stage === 'placement' ? (
    <PlacementStage specs={specs.data} garments={garments.data} />
  ) : (
    <Workbench specs={specs.data} garments={garments.data} />
  );
}
