import type { Repair } from '../file/repair';
import { pointName } from './pointName';
import type { Finding } from './findings';
import type { FindingCode } from './verdict';

/** One thing that can be done about a finding. */
export interface Action {
  readonly kind: NonNullable<Repair['kind']>;
  readonly words: string;
  /** Where it is done: a point of the visit file. */
  readonly point: string;
}

type ActionsFor = (subject: string) => readonly Action[];

const one =
  (kind: Action['kind'], words: (name: string) => string): ActionsFor =>
  (subject) => [{ kind, words: words(pointName(subject)), point: subject }];

const both =
  (...lists: readonly ActionsFor[]): ActionsFor =>
  (subject) =>
    lists.flatMap((list) => list(subject));

const replaceBattery: ActionsFor = (subject) =>
  subject === 'bank'
    ? [{ kind: 'replace', words: 'Replace the whole bank', point: 'bank' }]
    : [
        { kind: 'replace', words: `Replace ${pointName(subject)}`, point: subject },
        { kind: 'replace', words: 'Replace the whole bank', point: 'bank' },
      ];
const recharge = one('recharge', (name) => `Recharge ${name}, let it rest`);
const clean = one('clean', (name) => `Clean and brighten ${name}`);
const tighten = one('tighten', (name) => `Tighten ${name}`);
const newLug = one('replace', (name) => `Replace clamp or lug at ${name}`);
const cable = (what: string): ActionsFor =>
  both(
    one('clean', () => `Clean and tighten every joint of ${what}`),
    one('replace', () => `Replace ${what}`),
  );
const replacePart = (what: string): ActionsFor => one('replace', () => `Replace ${what}`);
const repairPart = (words: string): ActionsFor => one('other', () => words);

/** What may be done about each finding, the gentlest first. */
const ACTIONS: Readonly<Record<FindingCode, ActionsFor>> = {
  'belt.drive': both(
    one('adjust', () => 'Set the belt tension'),
    replacePart('belt'),
  ),
  'joint.poor': both(clean, tighten, newLug),
  'joint.resistive': both(clean, tighten, newLug),
  'joint.unsteady': both(tighten, clean),
  'battery.case': replaceBattery,
  'battery.low-electrolyte': one('other', (name) => `Top up ${name} with distilled water, then charge`),
  'battery.shedding': replaceBattery,
  'alternator.mount': one('tighten', (name) => `Tighten the mounting of ${name}`),
  'alternator.wiring': one('other', (name) => `Repair the wiring of ${name}`),
  'alternator.sense-fuse': one('replace', (name) => `Replace the sense fuse of ${name}`),
  'charge.lamp': repairPart('Repair bulb, fuse or exciter wire'),
  'battery.dead-cell': both(recharge, replaceBattery),
  'battery.low-charge': recharge,
  'battery.weak': both(replaceBattery, recharge),
  'battery.watch': replaceBattery,
  'battery.slow-recovery': both(recharge, replaceBattery),
  'battery.uneven': recharge,
  'battery.dirty-case': one('clean', (name) => `Clean the case of ${name} with neutraliser, caps shut`),
  'bank.mismatched': replaceBattery,
  'bank.imbalance': both(recharge, replaceBattery),
  'start.low-supply': both(
    one('recharge', () => 'Recharge the bank, let it rest'),
    one('clean', () => 'Clean and tighten the starter cables'),
  ),
  'cable.starter-positive': cable('the positive starter cable'),
  'cable.starter-negative': cable('the ground side of the starter'),
  'starter.solenoid-contacts': replacePart('solenoid or its contacts'),
  'start.control-circuit': repairPart('Repair the control wire or its relay'),
  'ladder.open': repairPart('Read the least certain stretch again'),
  'starter.motor': replacePart('starter'),
  'starter.pinion': repairPart('Repair pinion or ring gear'),
  'start.switch-supply': repairPart('Repair the supply wire or fuse of the magnetic switch'),
  'start.magnetic-switch': replacePart('magnetic switch'),
  'charge.overvoltage': both(
    one('adjust', () => 'Set the regulator'),
    replacePart('regulator'),
  ),
  'alternator.low-volts': one('replace', (name) => `Replace or overhaul ${name}`),
  'cable.charge': cable('the charging cables'),
  'cable.charge-positive': cable('the positive charging cable'),
  'cable.charge-negative': cable('the ground side of the alternator'),
  'alternator.low-output': one('replace', (name) => `Replace or overhaul ${name}`),
  'battery.keeps-drawing': both(recharge, replaceBattery),
  'alternator.diode': one('replace', (name) => `Replace or overhaul ${name}`),
  'charge.field': repairPart('Repair the field supply'),
};

/** What may be done about a finding, the gentlest first. */
export const actionsFor = ({ code, subject }: Pick<Finding, 'code' | 'subject'>): readonly Action[] =>
  ACTIONS[code](subject);
