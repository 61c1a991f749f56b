import { createContext, useContext } from 'react';
import type { Pen } from '@brelm/core/parts';
import type { Stroke } from '@brelm/core/steps';

/**
 * What the pointer does on the board: choose and move parts, draw a line, rub lines out, move a line's points, paint in a
 * step of a picture, draw an outline on one.
 */
export type Tool = 'choose' | 'draw' | 'rub' | 'points' | 'brush' | 'outline';

/** What of a picture is painted or outlined: a step by itself, or where it acts. */
export interface StepTarget {
  part: string;
  step: number;
  of: 'step' | 'mask';
}

/** The next stroke of a brush. Lengths are board px, whatever the picture's own are. */
export type BrushLook = Pick<Stroke, 'does' | 'hardness' | 'flow'> & { size: number | null; specks: number };

/** How the next line looks; the first ink of the design when `ink` is null. */
export interface LineLook {
  ink: string | null;
  /** Board px; null takes what suits the board. */
  width: number | null;
  pen: Pen;
  nib: number;
  /** Upright axis about which each line is drawn a second time, board px from the left; null for none. */
  mirror: number | null;
  /** Lines are rubbed out where the pointer goes, or all within what it goes around. */
  rubs: 'along' | 'within';
}

export interface Tools {
  tool: Tool;
  setTool(tool: Tool): void;
  look: LineLook;
  setLook(look: LineLook): void;
  /** The step that a brush or an outline is for. */
  target: StepTarget | null;
  /** Begins to paint or outline; ends it with null. */
  aim(target: StepTarget | null, tool?: 'brush' | 'outline'): void;
  brush: BrushLook;
  setBrush(look: BrushLook): void;
  /** The point of the open line that is chosen. */
  node: number;
  setNode(node: number): void;
  /** Asks for a colour off the board. */
  pick(then: (value: string) => void): void;
  /** Who is to get the colour that is being picked. */
  picking: ((value: string) => void) | null;
  endPick(): void;
  /** The lettering that is typed in on the board; null when none is. */
  typing: string | null;
  setTyping(part: string | null): void;
  /** Asks what to find and replace in the lettering. */
  replace(): void;
  /** The letters that are chosen, of one line. */
  letters: LetterRange | null;
  setLetters(letters: LetterRange | null): void;
}

/** Letters of a line of lettering: UTF-16 indices into its text. */
export interface LetterRange {
  part: string;
  line: number;
  from: number;
  to: number;
}

export const ToolsContext = createContext<Tools | null>(null);
export const useTools = (): Tools => useContext(ToolsContext)!;

/** The width of a line for which none was chosen yet, board px. */
export const usualWidth = (board: { width: number; height: number }): number =>
  Math.max(2, Math.round(Math.min(board.width, board.height) / 90));
