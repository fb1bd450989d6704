import { alternatorsOf, bankEnds } from '../unit/bank';
import { pathLayout } from '../drawing/pathLayout';
import type { StretchId } from '../drawing/pathTypes';
import type { Unit } from '../unit/unit';

/** A probe on a point of the path drawing, and what it touches there. */
export interface Probe {
  readonly at: string;
  readonly touch: string;
}

/** Where meter, clamp and pile go for one reading. */
export interface Leads {
  readonly red: Probe | null;
  readonly black: Probe | null;
  /** The amps clamp: the stretch it goes round, and which way its arrow points. */
  readonly clamp: {
    readonly at: StretchId | 'bank' | `post:${string}` | `riser:${string}`;
    readonly words: string;
  } | null;
  /** What the carbon pile loads. */
  readonly pile: { readonly at: 'starter' | 'bank'; readonly words: string } | null;
}

/** For what is looked at, counted or answered. */
export const NO_LEADS: Leads = { red: null, black: null, clamp: null, pile: null };

/** Red on one point, black on another. */
export const between = (red: Probe, black: Probe, more: Partial<Leads> = {}): Leads => ({
  ...NO_LEADS,
  red,
  black,
  ...more,
});

/** The points of one unit that probes are put on. */
export interface Probes {
  readonly probe: (at: string) => Probe;
  readonly has: (at: string) => boolean;
  /** Ends of the bank, and what the starter returns to. */
  readonly plus: Probe;
  readonly minus: Probe;
  readonly ground: Probe;
  /** Id of the first alternator. */
  readonly alternator: string;
}

export const probesOf = (unit: Unit): Probes => {
  const known = new Map(pathLayout(unit).testPoints.map(({ id, touch }) => [id, touch]));
  const probe = (at: string): Probe => ({ at, touch: known.get(at) ?? `post ${at[0]} ${at[1] === '-' ? '−' : '+'}` });
  const ends = bankEnds(unit);
  return {
    probe,
    has: (at) => known.has(at),
    plus: probe(`${ends.plus}+`),
    minus: probe(`${ends.minus}-`),
    // Where the starter returns through the block, its own case is the point, not the block.
    ground: probe('starter.ground'),
    alternator: alternatorsOf(unit)[0]?.id ?? 'ALT1',
  };
};

/** Across the ends of the bank. */
export const acrossBank = (unit: Unit): Leads => {
  const { plus, minus } = probesOf(unit);
  return between(plus, minus);
};

/** Across the posts of one battery. */
export const acrossBattery = (unit: Unit, position: string): Leads => {
  const { probe } = probesOf(unit);
  return between(probe(`${position}+`), probe(`${position}-`));
};

/** At an alternator, B+ to its ground; at the ends of the bank otherwise. */
export const acrossAlternatorOrBank = (unit: Unit, point: string): Leads => {
  const { probe, has } = probesOf(unit);
  return has(`${point}.B+`) ? between(probe(`${point}.B+`), probe(`${point}.ground`)) : acrossBank(unit);
};
