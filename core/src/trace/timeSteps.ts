import { median } from '../quantity/median';

/** How the time of a file runs, in its own unit. */
export interface TimeLine {
  readonly first: number;
  /** From one sample to the next. */
  readonly step: number;
  /** Lines at which it is odd, in words. */
  readonly notes: readonly string[];
}

const LEARNED_FROM = 400;
/** A step this many times the usual one is a gap. */
const GAP = 3;
const MOST_TOLD = 5;
const WORDS = {
  gap: 'samples are missing',
  repeat: 'the time is the same as before',
  back: 'time runs back',
} as const;

/** Follows the time of samples as they come, without keeping it. */
export class TimeSteps {
  #first = NaN;
  #last = NaN;
  #count = 0;
  #usual: number | null = null;
  readonly #learned: (readonly [step: number, line: number])[] = [];
  readonly #odd: Readonly<Record<keyof typeof WORDS, { lines: number[]; count: number }>> = {
    gap: { lines: [], count: 0 },
    repeat: { lines: [], count: 0 },
    back: { lines: [], count: 0 },
  };

  /** False for a sample of a moment that was told already. */
  isNext(time: number, line: number): boolean {
    if (Number.isNaN(this.#first)) {
      this.#first = time;
      this.#last = time;
      this.#count = 1;
      return true;
    }
    const step = time - this.#last;
    if (step <= 0) {
      this.#tell(step === 0 ? 'repeat' : 'back', line);
      return false;
    }
    this.#last = time;
    this.#count += 1;
    if (this.#usual !== null) {
      if (step > GAP * this.#usual) this.#tell('gap', line);
    } else {
      this.#learned.push([step, line]);
      if (this.#learned.length >= LEARNED_FROM) this.#learn();
    }
    return true;
  }

  end(): TimeLine {
    if (this.#usual === null) this.#learn();
    const notes = (Object.keys(WORDS) as (keyof typeof WORDS)[]).flatMap((kind) => {
      const { lines, count } = this.#odd[kind];
      if (count === 0) return [];
      return [`line ${lines.join(', ')}: ${WORDS[kind]}${count > lines.length ? `; ${count} in all` : ''}`];
    });
    const usual = this.#usual ?? NaN;
    // Without a gap the whole tells the step better than any one of them.
    const step = this.#odd.gap.count > 0 || this.#count < 2 ? usual : (this.#last - this.#first) / (this.#count - 1);
    return { first: this.#first, step, notes };
  }

  #learn(): void {
    const usual = median(this.#learned.map(([step]) => step));
    this.#usual = usual;
    for (const [step, line] of this.#learned) if (step > GAP * usual) this.#tell('gap', line);
    this.#learned.length = 0;
  }

  #tell(kind: keyof typeof WORDS, line: number): void {
    const odd = this.#odd[kind];
    odd.count += 1;
    if (odd.lines.length < MOST_TOLD) odd.lines.push(line);
  }
}
