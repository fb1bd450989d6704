import { present } from '../quantity/present';
import type { Fault } from '../circuit/fault';
import type { Battery, Chemistry, Unit } from '../unit/unit';

/** One exercise of the bench: a machine with a story and something hidden. Everything in it is made up. */
export interface Exercise {
  readonly id: string;
  readonly title: string;
  readonly level: 'easy' | 'middling' | 'nasty';
  readonly story: string;
  readonly minutes: number;
  readonly unit: Unit;
  readonly ambientC: number;
  readonly stateOfChargePercent: Readonly<Record<string, number>>;
  readonly faults: readonly Fault[];
  readonly seed: number;
}

const bank = (
  arrangement: Unit['bank']['arrangement'],
  cca: number,
  chemistry: Chemistry = 'flooded',
): Unit['bank'] => {
  const series = Number(arrangement[0]);
  const count = series * Number(arrangement[2]);
  return {
    arrangement,
    batteries: Array.from({ length: count }, (_, index): Battery => ({
      position: present('ABCDEF'[index]),
      string: Math.floor(index / series) + 1,
      ...(series === 1 ? { set: Math.floor(index / 2) + 1 } : {}),
      chemistry,
      duty: 'truck',
      rating: { value: cca, standard: 'SAE' },
      capacityAh: Math.round(cca / 9),
      make: 'Brannfell',
    })),
  };
};

const machine = (id: string, description: string, own: Unit['bank'], part: Partial<Unit> = {}): Unit => {
  const systemVolts = own.arrangement.startsWith('1') ? 12 : 24;
  return {
    id,
    description,
    systemVolts,
    bank: own,
    starter: { ratedVolts: systemVolts, groundReturn: 'cable', magneticSwitch: 'separate' },
    alternators: [{ id: 'ALT1', ratedAmps: systemVolts === 12 ? 160 : 110, ground: 'case', remoteSense: false }],
    cables: {
      starterPositive: { areaMm2: 120, lengthM: 2.4 },
      starterGround: { areaMm2: 120, lengthM: 2.0 },
      chargePositive: { areaMm2: 50, lengthM: 3.2 },
    },
    engine: { cylinders: 6, oil: '15W', beltRatio: 2.8 },
    ...part,
  };
};

const plough = (id: string): Unit => machine(id, 'Plough truck', bank('1S4P', 920));
const spreader = (id: string): Unit => machine(id, 'Salt spreader', bank('1S2P', 800));
const grader = (id: string): Unit => machine(id, 'Grader', bank('2S1P', 950, 'agm'));
const loader = (id: string): Unit =>
  machine(id, 'Wheel loader', bank('2S2P', 760), {
    starter: { ratedVolts: 24, groundReturn: 'block', magneticSwitch: 'separate' },
  });

const charged = ({ bank: { batteries } }: Unit, percent: number): Record<string, number> =>
  Object.fromEntries(batteries.map(({ position }) => [position, percent]));

const exercise = (
  given: Omit<Exercise, 'stateOfChargePercent' | 'seed'> & { readonly charge?: number; readonly seed?: number },
): Exercise => {
  const { charge = 94, seed = 11, ...rest } = given;
  return { ...rest, stateOfChargePercent: charged(given.unit, charge), seed };
};

/** The exercises, easy ones first. */
export const EXERCISES: readonly Exercise[] = [
  exercise({
    id: 'one-of-four',
    title: 'One of four',
    level: 'easy',
    story:
      'A plough of the Lower Yard turned over slowly this morning and started at the third try. The bank is a year old.',
    minutes: 40,
    unit: plough('X-01'),
    ambientC: -6,
    faults: [{ kind: 'battery.weak', at: 'C', age: 2.3 }],
  }),
  exercise({
    id: 'ground-cable',
    title: 'It clicks and groans',
    level: 'easy',
    story: 'A salt spreader groans when the key is turned. The driver has put in two new batteries already.',
    minutes: 30,
    unit: spreader('X-02'),
    ambientC: 2,
    faults: [{ kind: 'joint.resistive', at: 'starter.ground', milliohms: 3.2 }],
  }),
  exercise({
    id: 'slipping-belt',
    title: 'Lamps dim at night',
    level: 'easy',
    story: 'The lamps of a plough dim whenever the blower is on. The charge lamp stays dark.',
    minutes: 30,
    unit: plough('X-03'),
    ambientC: 4,
    faults: [{ kind: 'alternator.weak', at: 'ALT1', factor: 0.55 }],
  }),
  exercise({
    id: 'nothing-at-all',
    title: 'Nothing at all',
    level: 'easy',
    story: 'A grader at Summit Station: the key is turned and nothing happens. Everything else works.',
    minutes: 30,
    unit: grader('X-04'),
    ambientC: -11,
    faults: [{ kind: 'start.magnetic-switch', at: 'starter', open: true }],
  }),
  exercise({
    id: 'boiling',
    title: 'It smells of acid',
    level: 'easy',
    story: 'A wheel loader smells of acid after a day of work, and its battery posts are blue-green.',
    minutes: 30,
    unit: loader('X-05'),
    ambientC: 9,
    faults: [{ kind: 'regulator.offset', at: 'ALT1', volts: 1.4 }],
  }),
  exercise({
    id: 'positive-lug',
    title: 'New starter, same groan',
    level: 'middling',
    story: 'A plough got a new starter last week. It still cranks as if it were thirty below.',
    minutes: 40,
    unit: plough('X-06'),
    ambientC: -3,
    faults: [{ kind: 'joint.resistive', at: 'starter.B+', milliohms: 2.6 }],
  }),
  exercise({
    id: 'burnt-contacts',
    title: 'It tries',
    level: 'middling',
    story: 'A grader cranks slowly, warm or cold. Batteries and cables were said to be fine.',
    minutes: 40,
    unit: grader('X-07'),
    ambientC: 0,
    faults: [{ kind: 'starter.contacts', at: 'starter', milliohms: 5 }],
  }),
  exercise({
    id: 'charge-cable',
    title: 'Third alternator this winter',
    level: 'middling',
    story: 'A plough has had two alternators since autumn, and its bank is low again.',
    minutes: 45,
    unit: plough('X-08'),
    ambientC: 1,
    faults: [{ kind: 'joint.resistive', at: 'alternator.B+', milliohms: 4.5 }],
  }),
  exercise({
    id: 'upper-and-lower',
    title: 'Two halves',
    level: 'middling',
    story: 'A grader starts well one day and badly the next. Its two batteries are of the same age.',
    minutes: 45,
    unit: grader('X-09'),
    ambientC: 14,
    faults: [{ kind: 'battery.sulphated', at: 'B', age: 1.6 }],
  }),
  exercise({
    id: 'worn-motor',
    title: 'Everything is sound but the crank',
    level: 'middling',
    story: 'A wheel loader cranks at half the speed of its sister beside it. Every joint was cleaned yesterday.',
    minutes: 45,
    unit: loader('X-10'),
    ambientC: 3,
    faults: [{ kind: 'starter.motor', at: 'starter', factor: 2 }],
  }),
  exercise({
    id: 'one-diode',
    title: 'It whines in the radio',
    level: 'nasty',
    story: 'The radio of a plough whines with the engine, and the bank never gets quite full.',
    minutes: 50,
    unit: plough('X-11'),
    ambientC: 6,
    faults: [{ kind: 'alternator.diode-open', at: 'ALT1' }],
  }),
  exercise({
    id: 'two-at-once',
    title: 'The first fault is not the last',
    level: 'nasty',
    story: 'A spreader was found with a bad ground once before. It cranks badly again, and the bank is young.',
    minutes: 60,
    unit: spreader('X-12'),
    ambientC: -8,
    faults: [
      { kind: 'joint.resistive', at: 'starter.ground', milliohms: 2.2 },
      { kind: 'battery.weak', at: 'B', age: 2 },
    ],
  }),
  exercise({
    id: 'only-warm',
    title: 'Only after a while',
    level: 'nasty',
    story: 'A loader charges well in the yard and comes back flat. Nobody has ever measured anything wrong.',
    minutes: 60,
    unit: loader('X-13'),
    ambientC: 5,
    faults: [
      { kind: 'comes-when-warm', afterMinutes: 4, fault: { kind: 'regulator.offset', at: 'ALT1', volts: -1.4 } },
    ],
  }),
  exercise({
    id: 'never-full',
    title: 'It never stops taking',
    level: 'nasty',
    story: 'Every battery of this plough passes its load test, and still its alternators burn out.',
    minutes: 60,
    unit: plough('X-14'),
    ambientC: 24,
    faults: [{ kind: 'battery.sulphated', at: 'D', age: 1.15 }],
  }),
];

export const exerciseById = (id: string): Exercise | undefined => EXERCISES.find((candidate) => candidate.id === id);

/** The exercise at a place of the list, from 1: its address tells nothing of what is hidden in it. */
export const exerciseAt = (place: string): Exercise | undefined =>
  /^[1-9]\d*$/.test(place) ? EXERCISES[Number(place) - 1] : undefined;
