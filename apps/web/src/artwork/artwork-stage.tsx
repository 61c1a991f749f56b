import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { readDesign } from '@brelm/core/design';
import { useAppDispatch, useAppSelector } from '../store';
import { startAutosave } from '../store/autosave';
import { reasonOf, useGarmentsQuery, useSpecsQuery, type StoredDesign } from '../store/api';
import { dropDraft, readDraft, sameDesign, type Draft } from '../store/drafts';
import { closed, opened, saveStateChanged } from '../store/editor';
import { Button } from '../ui';
import { GarmentsStage } from '../garments/garments-stage';
import { PlacementStage } from '../placement/placement-stage';
import { Workbench } from './workbench';

type Loading = { kind: 'loading' } | { kind: 'ready' } | { kind: 'fault'; reason: string };

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
    let stopSaving: (() => void) | undefined;
    setLoading({ kind: 'loading' });
    void (async () => {
      let draft: Draft | undefined;
      try {
        draft = await readDraft(id);
      } catch (error) {
        const reason = `What this browser kept of it, and the server does not have yet, could not be read: ${(error as Error).message}`;
        if (wanted) setLoading({ kind: 'fault', reason });
        return;
      }
      let stored: StoredDesign;
      let reached = true;
      try {
        const response = await fetch(`/api/designs/${id}`);
        const body = (await response.json()) as StoredDesign & { message?: string };
        if (!response.ok) {
          if (wanted) setLoading({ kind: 'fault', reason: body.message ?? 'It could not be read.' });
          return;
        }
        stored = { ...body, document: readDesign(body.document) };
      } catch (error) {
        if (!draft) {
          const reason =
            error instanceof TypeError ? 'The server does not answer.' : (error as Error).message;
          if (wanted) setLoading({ kind: 'fault', reason });
          return;
        }
        // Offline, but this browser has it: go on from there.
        reached = false;
        stored = {
          id,
          revision: draft.revision,
          updatedAt: new Date(draft.at).toISOString(),
          document: draft.design,
        };
      }
      if (!wanted) return;
      if (draft && reached && sameDesign(draft.design, stored.document)) {
        void dropDraft(id);
        draft = undefined;
      }
      const design = draft?.design ?? stored.document;
      dispatch(
        opened({ stored: draft ? { ...stored, revision: draft.revision } : stored, design, at: Date.now() }),
      );
      if (draft && draft.revision !== stored.revision)
        dispatch(saveStateChanged({ save: { kind: 'conflict', theirs: stored } }));
      stopSaving = startAutosave(id, draft ? null : stored.document);
      setLoading({ kind: 'ready' });
    })();
    return () => {
      wanted = false;
      stopSaving?.();
      dispatch(closed());
    };
  }, [id, dispatch, attempt]);

  const fault =
    loading.kind === 'fault'
      ? loading.reason
      : specs.isError || garments.isError
        ? reasonOf(specs.error ?? garments.error)
        : null;
  if (fault)
    return (
      <main className="mx-auto mt-24 max-w-lg p-6" role="alert">
        <h1 className="text-2xl">The design could not be opened</h1>
        <p className="mt-2 mb-4 text-muted">{fault}</p>
        <div className="flex items-center gap-3">
          <Button
            onClick={() => {
              void specs.refetch();
              void garments.refetch();
              setAttempt(attempt + 1);
            }}
          >
            Try again
          </Button>
          <Link to="/" className="text-spruce underline">
            Back to the shelf
          </Link>
        </div>
      </main>
    );
  if (loading.kind === 'loading' || openId !== id || !specs.data || !garments.data)
    return <p className="p-6 text-muted">Opening…</p>;
  return stage === 'garments' ? (
    <GarmentsStage specs={specs.data} garments={garments.data} />
  ) : stage === 'placement' ? (
    <PlacementStage specs={specs.data} garments={garments.data} />
  ) : (
    <Workbench specs={specs.data} garments={garments.data} />
  );
}
