import type { FindingCode, Severity } from '../judging/findingCode';
import type { Repair } from '../judging/repair';
import type { PlaceOf, Scene } from '../judging/scene';
import type { JudgedStep, ReadStep } from '../step/catalogue';
import type { Unit } from '../unit/unit';
import { pointName } from '../unit/pointName';

/** One thing that can be done about a finding. */
export interface Action {
  readonly kind: NonNullable<Repair['kind']>;
  readonly words: string;
  /** Where it is done: a point of the visit file. */
  readonly point: string;
}

/** A part to be bought, in the words a counter understands. */
export interface OrderPart {
  readonly name: string;
  readonly count: number;
}

/** A test that separates what one failed reading leaves open. */
export interface SeparatingTest extends PlaceOf<ReadStep> {
  readonly why: string;
}

/** One kind of trouble: everything the rest of the program knows of it. */
export interface FindingRecord {
  /** In a few words, as a technician would call it. @param at its subject by name */
  readonly words: (at: string) => string;
  /** What it asks for when nothing else could explain it. */
  readonly severity: Severity | ((scene: Scene) => Severity);
  /** True when a marginal verdict has this code for its own; with any other it is only watched. */
  readonly isOwnMarginal?: boolean;
  /** What has to be settled before a part may be replaced for it, in words; none in the way when empty. */
  readonly excuses?: (scene: Scene, subject: string, isOfWalk: boolean) => readonly string[];
  /** What may be done about it, the gentlest first. */
  readonly actions: (subject: string) => readonly Action[];
  /** What replacing something for it takes out of the store; null where nothing does. */
  readonly part?: (unit: Unit, subject: string) => OrderPart | null;
  /** What of the cold start's fit is put right with it: batteries by position, charge, contacts, cable sides. */
  readonly mends?: (unit: Unit, subject: string) => readonly string[];
  /** Findings that go away with it, as `code` or `code@subject`: they are of the same cause. */
  readonly explains?: (subject: string, unit: Unit) => readonly (FindingCode | `${FindingCode}@${string}`)[];
  /** Tests whose pass speaks against it. */
  readonly against?: (subject: string, unit: Unit) => readonly PlaceOf<JudgedStep>[];
  /** Tests that tell what is behind it, in the order of least work. */
  readonly separates?: (subject: string, unit: Unit) => readonly SeparatingTest[];
}

/** Records of one area, by code. */
export type FindingGroup = Readonly<Partial<Record<FindingCode, FindingRecord>>>;

type ActionsFor = FindingRecord['actions'];

export const one =
  (kind: Action['kind'], words: (name: string) => string): ActionsFor =>
  (subject) => [{ kind, words: words(pointName(subject)), point: subject }];
/** At the bank, whatever part of the machine told of it. */
export const ofBank =
  (kind: Action['kind'], words: string): ActionsFor =>
  () => [{ kind, words, point: 'bank' }];
export const both =
  (...lists: readonly ActionsFor[]): ActionsFor =>
  (subject) =>
    lists.flatMap((list) => list(subject));
export const replacePart = (what: string): ActionsFor => one('replace', () => `Replace ${what}`);
export const repairPart = (words: string): ActionsFor => one('other', () => words);
export const replaceOrOverhaul = one('replace', (name) => `Replace or overhaul ${name}`);
export const recharge = one('recharge', (name) => `Recharge ${name}, let it rest`);
const replaceBank = ofBank('replace', 'Replace the whole bank');
export const replaceBattery: ActionsFor = (subject) => [
  ...(subject === 'bank' ? [] : one('replace', (name) => `Replace ${name}`)(subject)),
  ...replaceBank(subject),
];

/** The same step at several points, or several steps at one. */
export const places = <Step extends JudgedStep>(
  ...pairs: readonly (readonly [step: Step, point: string])[]
): readonly PlaceOf<Step>[] => pairs.map(([step, point]) => ({ step, point }));

/** A part with a name and nothing to measure. */
export const part =
  (name: (unit: Unit) => string) =>
  (unit: Unit): OrderPart => ({ name: name(unit), count: 1 });
