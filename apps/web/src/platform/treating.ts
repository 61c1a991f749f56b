import { leastScale, type Treatment } from '@brelm/core/steps';

/** A picture whose steps are to be made. */
export interface Wanted {
  /** It and all that is done to it. */
  key: string;
  /** It and the kinds of its steps: what a slider changes has the same. */
  of: string;
  sha256: string;
  treatment: Treatment;
  /** The picture's own size, px. */
  sourceWidth: number;
  sourceHeight: number;
}

/** What makes pictures; one cannot be had where it throws. */
export interface Makers<B> {
  /** The board's copy of it has at most so many px at its long side. */
  side: number;
  /** That copy, and how long the work itself took, ms. */
  whole(one: Wanted): Promise<{ made: B; took: number }>;
  /** The same of a copy with `side` px at its long side, beside what is being made whole. Nothing is shown in small without it. */
  small?(one: Wanted, side: number): Promise<B>;
  /** It is being made whole. */
  begun(one: Wanted): void;
  /** It is made whole; null where it could not be. */
  done(one: Wanted, made: B | null): void;
  /** What is kept in small is given back. */
  gone(made: B): void;
  /** Something else can be shown. */
  changed(): void;
}

/** What takes no longer is made whole at once: the eye takes it for the slider's own movement, ms. */
const AT_ONCE_MS = 32;
/** After so long without another change what was shown in small is made whole, ms. */
const REST_MS = 250;
/** Long side of a copy in small at the least, px. */
const LEAST_SIDE = 300;

/**
 * Long side of a copy that is made at once, px, where the whole one of `side` px takes `ms`, and is to have `least` px; null where
 * the whole one is quick enough itself, or hardly larger.
 */
export function sideInTime(side: number, ms: number, least = LEAST_SIDE): number | null {
  if (ms <= AT_ONCE_MS) return null;
  // Steps cost as much as there are px. In whole sixteenths: another size is another copy.
  const wished = side * Math.sqrt(AT_ONCE_MS / ms);
  const step = side / 16;
  const made = Math.max(LEAST_SIDE, Math.floor(wished / step) * step, Math.ceil(least / step) * step);
  return made > 0.75 * side ? null : made;
}

/**
 * Makes the steps of pictures one after the other. While a slider moves, what would take too long is made of a smaller copy, and
 * whole once it rests; of one picture with the same kinds of steps only the last that was asked for is made.
 */
export class Treating<B> {
  private readonly wanted = new Map<string, Wanted & { from: number }>();
  /** How long the whole took last, ms, by `of`. */
  private readonly took = new Map<string, number>();
  private readonly inSmall = new Map<string, B>();
  private smallBusy = false;
  private smallNext: Wanted | null = null;
  private working = false;
  /** Which is being made whole. */
  private making: string | null = null;

  constructor(private readonly make: Makers<B>) {}

  /** Something is being made. */
  get isBusy(): boolean {
    return this.working;
  }

  get isWaiting(): boolean {
    return this.wanted.size > 0;
  }

  /** Asks for one; the same one may be asked for again and again. */
  want(one: Wanted): void {
    if (this.wanted.get(one.of)?.key === one.key) return;
    const inSmall = this.sideFor(one) !== null;
    this.wanted.set(one.of, { ...one, from: performance.now() + (inSmall ? REST_MS : 0) });
    if (inSmall) {
      this.smallNext = one;
      void this.workInSmall();
    }
    void this.work();
  }

  /** What there is in small of the last change; null where what was made whole is not older. */
  shownInSmall(of: string): B | null {
    return this.inSmall.get(of) ?? null;
  }

  /** What was shown in small is not wanted any more: it is shown whole. */
  forgetSmall(of: string): void {
    const made = this.inSmall.get(of);
    if (made === undefined) return;
    this.inSmall.delete(of);
    this.make.gone(made);
  }

  private sideFor({ of, treatment, sourceWidth, sourceHeight }: Wanted): number | null {
    if (!this.make.small) return null;
    const long = Math.max(sourceWidth, sourceHeight);
    // How long it takes is not known before it was made for the first time.
    return sideInTime(Math.min(this.make.side, long), this.took.get(of) ?? 0, leastScale(treatment) * long);
  }

  private async work(): Promise<void> {
    if (this.working) return;
    this.working = true;
    while (this.wanted.size > 0) {
      const next = [...this.wanted.values()].reduce((a, b) => (b.from < a.from ? b : a));
      const rest = next.from - performance.now();
      if (rest > 0) {
        await new Promise((done) => setTimeout(done, rest));
        continue;
      }
      this.wanted.delete(next.of);
      this.making = next.of;
      this.make.begun(next);
      this.make.changed();
      const whole = await this.make.whole(next).catch(() => null);
      if (whole) this.took.set(next.of, whole.took);
      this.making = null;
      this.make.done(next, whole && whole.made);
      if (!this.wanted.has(next.of)) this.forgetSmall(next.of);
      this.make.changed();
    }
    this.working = false;
    this.make.changed();
  }

  private async workInSmall(): Promise<void> {
    if (this.smallBusy) return;
    this.smallBusy = true;
    for (let next = this.smallNext; next; next = this.smallNext) {
      this.smallNext = null;
      const side = this.sideFor(next);
      if (side === null) continue;
      const made = await this.make.small!(next, side).catch(() => null);
      if (made === null) continue;
      // Made whole meanwhile.
      if (!this.wanted.has(next.of) && this.making !== next.of) this.make.gone(made);
      else {
        this.forgetSmall(next.of);
        this.inSmall.set(next.of, made);
        this.make.changed();
      }
    }
    this.smallBusy = false;
  }
}
