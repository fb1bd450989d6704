import { CABLES, FAULT_KINDS, type CablePlace, type Fault, type FaultKind, type PlainFault } from '../circuit/fault';
import { faultPlaces } from '../circuit/scenarioFile';
import { pointName } from '../unit/pointName';
import type { Unit } from '../unit/unit';
import type { Danger } from './benchControls';

/** What somebody names as the fault: its kind and its place. */
export interface NamedFault {
  readonly kind: FaultKind;
  readonly at: string;
}

const KIND_WORDS: Readonly<Record<FaultKind, string>> = {
  'battery.weak': 'weak battery',
  'battery.sulphated': 'sulphated battery',
  'battery.shorted-cell': 'battery with a shorted cell',
  'battery.flat': 'flat battery',
  'battery.dirty-case': 'dirty case',
  'joint.resistive': 'bad joint',
  'joint.intermittent': 'joint that opens when moved',
  'cable.corroded': 'corroded cable',
  'cable.undersized': 'cable too thin',
  'starter.contacts': 'solenoid contacts',
  'start.control-wire': 'control wire',
  'start.magnetic-switch': 'magnetic switch',
  'starter.motor': 'starter motor',
  'engine.compression': 'cylinder that presses less',
  'belt.slips': 'slipping belt',
  'alternator.weak': 'weak alternator',
  'alternator.phase-lost': 'lost phase',
  'alternator.diode-open': 'open diode',
  'alternator.diode-shorted': 'shorted diode',
  'alternator.sense-fuse': 'blown sense fuse',
  'regulator.offset': 'regulator',
  parasitic: 'drain while parked',
  'comes-when-warm': 'only when warm',
};

/** A kind of fault in plain words. */
export const faultWords = (kind: FaultKind): string => KIND_WORDS[kind];

const inner = (fault: Fault): PlainFault => (fault.kind === 'comes-when-warm' ? fault.fault : fault);

/** A hidden fault in words: what and where. */
export const faultText = (fault: Fault): string => {
  const plain = inner(fault);
  const warm = fault.kind === 'comes-when-warm' ? `, after ${fault.afterMinutes} min warm` : '';
  return `${faultWords(plain.kind)}, ${pointName(plain.at)}${warm}`;
};

/** Cables of a unit; a battery by itself is linked to nothing. */
const cablesOf = ({ bank }: Unit): readonly CablePlace[] =>
  CABLES.filter((cable) => cable !== 'link' || bank.batteries.length > 1);

const FIXED_PLACES: Partial<Record<FaultKind, readonly string[]>> = {
  'belt.slips': ['drive'],
  parasitic: ['bank'],
};

/** Places a kind of fault can have on a unit; none where the unit has nothing of that kind. */
export const placesOf = (unit: Unit, kind: FaultKind): readonly string[] =>
  kind.startsWith('cable.') ? cablesOf(unit) : (faultPlaces(unit, kind) ?? FIXED_PLACES[kind] ?? ['starter']);

/** Kinds somebody can name on a unit; that one comes only when warm is no kind of its own. */
export const nameableKinds = (unit: Unit): readonly FaultKind[] =>
  FAULT_KINDS.filter((kind) => kind !== 'comes-when-warm' && placesOf(unit, kind).length > 0);

/** Kinds that cannot be told apart on the bench count as one. */
const FAMILY: Partial<Record<FaultKind, string>> = {
  'alternator.phase-lost': 'rectifier',
  'alternator.diode-open': 'rectifier',
  'alternator.diode-shorted': 'rectifier',
  'battery.weak': 'worn battery',
  'battery.sulphated': 'worn battery',
  'joint.resistive': 'joint',
  'joint.intermittent': 'joint',
};
const family = (kind: FaultKind): string => FAMILY[kind] ?? kind;

/** A sulphated battery that passes its load test has to be named as what it is. */
const isRight = (fault: Fault, named: NamedFault): boolean => {
  const plain = inner(fault);
  return family(plain.kind) === family(named.kind) && plain.at === named.at;
};

/** Replaces a part: what of the faults goes with it. */
export type ReplaceablePart =
  | { readonly kind: 'battery'; readonly at: string }
  | { readonly kind: 'joint'; readonly at: string }
  | { readonly kind: 'cable'; readonly at: string }
  | { readonly kind: 'alternator'; readonly at: string }
  | { readonly kind: 'starter' | 'switch' | 'belt'; readonly at: '' };

const belongs = (part: ReplaceablePart, { kind, at }: PlainFault): boolean => {
  switch (part.kind) {
    case 'battery':
      return kind.startsWith('battery.') && at === part.at;
    case 'joint':
      return kind.startsWith('joint.') && at === part.at;
    case 'cable':
      return kind.startsWith('cable.') && at === part.at;
    case 'alternator':
      return (kind.startsWith('alternator.') || kind === 'regulator.offset') && at === part.at;
    case 'starter':
      return kind === 'starter.contacts' || kind === 'starter.motor';
    case 'switch':
      return kind === 'start.magnetic-switch' || kind === 'start.control-wire';
    case 'belt':
      return kind === 'belt.slips';
  }
};

/** What is left of the faults after a part was replaced or a joint cleaned, and whether it was for nothing. */
export const afterRepair = (
  faults: readonly Fault[],
  part: ReplaceablePart,
): { readonly faults: readonly Fault[]; readonly needless: boolean } => {
  const left = faults.filter((fault) => !belongs(part, inner(fault)));
  return { faults: left, needless: left.length === faults.length && part.kind !== 'joint' };
};

/** Everything that can be replaced or cleaned on a unit, with its words and minutes of work. */
export const partsOf = (
  unit: Unit,
): readonly { readonly part: ReplaceablePart; readonly words: string; readonly minutes: number }[] => [
  ...unit.bank.batteries.map(({ position }) => ({
    part: { kind: 'battery' as const, at: position },
    words: `Replace battery ${position}`,
    minutes: 15,
  })),
  ...placesOf(unit, 'joint.resistive').map((at) => ({
    part: { kind: 'joint' as const, at },
    words: `Clean and tighten ${pointName(at)}`,
    minutes: 5,
  })),
  ...cablesOf(unit).map((at) => ({
    part: { kind: 'cable' as const, at },
    words: `Replace the ${pointName(at)}`,
    minutes: 20,
  })),
  ...(unit.alternators ?? []).map(({ id }) => ({
    part: { kind: 'alternator' as const, at: id },
    words: `Replace alternator ${id}`,
    minutes: 60,
  })),
  { part: { kind: 'starter', at: '' }, words: 'Replace the starter', minutes: 60 },
  { part: { kind: 'switch', at: '' }, words: 'Replace magnetic switch and control wire', minutes: 30 },
  { part: { kind: 'belt', at: '' }, words: 'Replace the belt', minutes: 20 },
];

/** How an exercise was done. */
export interface Score {
  readonly found: 'all' | 'some' | 'none';
  readonly missed: readonly string[];
  readonly wrong: readonly string[];
  readonly minutes: number;
  readonly overTime: boolean;
  readonly needless: readonly string[];
  readonly dangers: readonly Danger[];
  /** 0 to 100. */
  readonly points: number;
}

/**
 * Scores an exercise: what was found and where, the minutes of work, parts replaced for nothing, and what was dangerous.
 * Nothing makes up for danger: each such act costs as much as a missed fault.
 */
export const scoreOf = (input: {
  readonly faults: readonly Fault[];
  readonly named: readonly NamedFault[];
  readonly minutes: number;
  readonly parMinutes: number;
  readonly needless: readonly string[];
  readonly dangers: readonly Danger[];
}): Score => {
  const missed = input.faults.filter((fault) => !input.named.some((named) => isRight(fault, named)));
  const wrong = input.named.filter((named) => !input.faults.some((fault) => isRight(fault, named)));
  // Of a sound machine nothing can be missed.
  const share = input.faults.length === 0 ? 1 : (input.faults.length - missed.length) / input.faults.length;
  const over = Math.max(0, input.minutes / input.parMinutes - 1);
  const points =
    100 * share - 15 * wrong.length - Math.min(20, 20 * over) - 10 * input.needless.length - 25 * input.dangers.length;
  return {
    found:
      missed.length === 0 && (input.faults.length > 0 || wrong.length === 0)
        ? 'all'
        : missed.length === input.faults.length
          ? 'none'
          : 'some',
    missed: missed.map(faultText),
    wrong: wrong.map(({ kind, at }) => `${faultWords(kind)}, ${pointName(at)}`),
    minutes: input.minutes,
    overTime: input.minutes > input.parMinutes,
    needless: input.needless,
    dangers: input.dangers,
    points: Math.round(Math.min(100, Math.max(0, points))),
  };
};
