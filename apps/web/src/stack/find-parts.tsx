import { useEffect, useRef } from 'react';
import { FORMS } from '@brelm/core/geometry';
import { termsOf } from '@brelm/core/rights';
import { FormPicture } from '../inspector/form-picture';
import { useMotifs, type FoundMotif } from './use-motifs';
import { apiAt } from '../platform/address';
import { say } from '../words/stack';

/** Shapes and figures that a phrase finds; more of them come as the list is scrolled. */
export function FindParts({
  phrase,
  topic = '',
  onShape,
  onMotif,
  onOrder,
}: {
  phrase: string;
  /** Figures of this topic alone; '' for all. */
  topic?: string;
  /** Left out where only figures will do. */
  onShape?: (form: string) => void;
  onMotif: (motif: FoundMotif) => void;
  /** Has it drawn instead; left out where that is not offered. */
  onOrder?: (words: string) => void;
}) {
  const { found, fault, more } = useMotifs(phrase, topic);
  const end = useRef<HTMLLIElement>(null);
  const list = useRef<HTMLUListElement>(null);
  const asked = phrase.trim().toLowerCase();
  const shapes = FORMS.filter((f) => onShape && asked.length > 1 && f.label.toLowerCase().includes(asked));

  useEffect(() => {
    if (!end.current) return;
    const watcher = new IntersectionObserver((seen) => seen.some((e) => e.isIntersecting) && more(), {
      root: list.current,
      rootMargin: '200px',
    });
    watcher.observe(end.current);
    return () => watcher.disconnect();
  }, [more]);
  useEffect(() => {
    if (list.current) list.current.scrollTop = 0;
  }, [asked, topic]);

  if (fault)
    return (
      <p role="alert" className="py-4 text-[13px] text-rust">
        {fault}
      </p>
    );
  const current = found?.phrase.toLowerCase() === asked && found.topic === topic;
  const nothing = current && found.total === 0 && shapes.length === 0;
  return (
    <>
      <p className="mb-1.5 text-[13px] text-muted" aria-live="polite">
        {nothing
          ? say('noFigureOrShapeIs', { phrase: phrase.trim() })
          : found
            ? say('figuresCounted', { total: found.total })
            : say('looking')}
        {nothing && onOrder && (
          <>
            {' '}
            <button type="button" className="text-spruce underline" onClick={() => onOrder(phrase.trim())}>
              {say('haveItDrawn')}
            </button>
          </>
        )}
      </p>
      <ul ref={list} className="grid max-h-[38vh] grid-cols-8 gap-1.5 overflow-y-auto">
        {shapes.map((f) => (
          <li key={f.id}>
            <button
              type="button"
              aria-label={say('shape', { label: f.label })}
              title={say('aShapeWithSettings', { label: f.label })}
              className="flex h-20 w-full items-center justify-center rounded-md border border-line bg-paper text-ink hover:border-ink"
              onClick={() => onShape?.(f.id)}
            >
              <FormPicture form={f.id} size={52} />
            </button>
          </li>
        ))}
        {found?.entries.map((m) => {
          const terms = termsOf(m.licence);
          return (
            <li key={m.id}>
              <button
                type="button"
                aria-label={`${m.name}, ${m.style}`}
                title={`${m.name} · ${m.style} · ${terms?.name ?? m.licence.id}${terms?.attribution ? say('nameTheMaker') : ''}`}
                className="flex h-20 w-full items-center justify-center rounded-md border border-line bg-paper hover:border-ink"
                onClick={() => onMotif(m)}
              >
                <img
                  src={apiAt(`motifs/${m.id}/picture.svg`)}
                  alt=""
                  width={52}
                  height={52}
                  loading="lazy"
                  decoding="async"
                />
              </button>
            </li>
          );
        })}
        <li ref={end} aria-hidden className="col-span-full h-px" />
      </ul>
    </>
  );
}
