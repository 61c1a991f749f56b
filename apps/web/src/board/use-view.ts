import { useCallback, useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { Board } from '@brelm/core/design';
import type { Box } from '@brelm/core/geometry';
import { useLatest } from '../ui';

/** From board px to the window: x' = x · scale + x. */
export interface View {
  scale: number;
  x: number;
  y: number;
}

const MARGIN = 28;
const LEAST = 0.01;
const MOST = 8;

function fitted(board: Board, width: number, height: number): View {
  const scale = Math.max(
    LEAST,
    Math.min((width - 2 * MARGIN) / board.width, (height - 2 * MARGIN) / board.height),
  );
  return { scale, x: (width - board.width * scale) / 2, y: (height - board.height * scale) / 2 };
}

/** What part of the board is shown. Fits the board until the first zoom or pan. */
export function useView(box: RefObject<HTMLDivElement | null>, board: Board) {
  const [size, setSize] = useState({ width: 10, height: 10 });
  const [view, setView] = useState<View>({ scale: 0.1, x: 0, y: 0 });
  const own = useRef(false);
  const { width: boardWidth, height: boardHeight } = board;

  useLayoutEffect(() => {
    const measure = () => {
      const { clientWidth: width, clientHeight: height } = box.current!;
      setSize({ width, height });
    };
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(box.current!);
    return () => watcher.disconnect();
  }, [box]);

  const fit = useCallback(() => {
    own.current = false;
    setView(fitted({ width: boardWidth, height: boardHeight } as Board, size.width, size.height));
  }, [boardWidth, boardHeight, size]);

  useEffect(() => {
    if (!own.current) fit();
  }, [fit]);

  const zoomAt = useCallback((x: number, y: number, by: number) => {
    own.current = true;
    setView((v) => {
      const scale = Math.max(LEAST, Math.min(MOST, v.scale * by));
      const k = scale / v.scale;
      return { scale, x: x - (x - v.x) * k, y: y - (y - v.y) * k };
    });
  }, []);

  const shown = useRef(view);
  useLayoutEffect(() => {
    shown.current = view;
  });
  const refit = useLatest(fit);
  /** Keeps what is shown now; called, what it returns shows it again. */
  const keep = useCallback(() => {
    const [was, mine] = [shown.current, own.current];
    return () => (mine ? setView(was) : refit());
  }, [refit]);

  /** Shows a box of the board as large as it goes, below so many px of the window. */
  const show = useCallback(
    (to: Box, top = 0) => {
      own.current = true;
      const [w, h] = [Math.max(1, to.right - to.left), Math.max(1, to.bottom - to.top)];
      const fit = Math.min((size.width - 2 * MARGIN) / w, (size.height - top - 2 * MARGIN) / h);
      const scale = Math.max(LEAST, Math.min(MOST, fit));
      const middle = { x: (to.left + to.right) / 2, y: (to.top + to.bottom) / 2 };
      setView({ scale, x: size.width / 2 - middle.x * scale, y: (size.height + top) / 2 - middle.y * scale });
    },
    [size],
  );

  /** Shows the whole board's middle at a scale. */
  const showAt = useCallback(
    (wanted: number) => {
      own.current = true;
      const scale = Math.max(LEAST, Math.min(MOST, wanted));
      setView({
        scale,
        x: (size.width - boardWidth * scale) / 2,
        y: (size.height - boardHeight * scale) / 2,
      });
    },
    [size, boardWidth, boardHeight],
  );

  const pan = useCallback((dx: number, dy: number) => {
    own.current = true;
    setView((v) => ({ ...v, x: v.x + dx, y: v.y + dy }));
  }, []);

  return { view, size, fit, show, keep, showAt, zoomAt, pan };
}
