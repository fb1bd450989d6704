import { describe, expect, it } from 'vitest';
import { battery, loaded, soundVisit, unit12, visitWith, type Written } from '../../test/visitFixture';
import { judge, type Symptom, type Unit } from '../index';

const keyOf = ({ step, point }: Written): string => `${step}@${point}`;
/** What is advised on the sound visit with some of it read otherwise. */
const advised = (instead: readonly Written[], symptoms: readonly Symptom[] = [], unit: Unit = unit12()): string => {
  const readings = soundVisit(unit).map((reading) => instead.find((own) => keyOf(own) === keyOf(reading)) ?? reading);
  const added = instead.filter((own) => !readings.includes(own));
  const visit = visitWith([...readings, ...added], { unit });
  return judge({ ...visit, visit: { ...visit.visit, symptoms: [...symptoms] } }).advice.join('\n');
};
const drawing: Written = { step: 'charge.recharge', point: 'bank', amps: 35, minutes: 12, loads: 'off' };
const lowOutput: Written = { step: 'charge.output', point: 'ALT1', peakAmps: 120, governedSpeed: true };
const deposit = (kind: string): Written => ({ step: 'look.joint', point: 'A+', condition: 'clean', deposit: kind });

describe('batteries before what they overload', () => {
  it('where they never stop taking current and the alternator gives too little', () => {
    expect(advised([drawing, lowOutput])).toMatch(/^Batteries first/m);
    expect(advised([drawing])).not.toMatch(/Batteries first/);
    expect(advised([lowOutput])).not.toMatch(/Batteries first/);
  });
  it('where such a part was replaced before', () => {
    expect(advised([drawing], ['replaced-again'])).toMatch(/^Batteries first/m);
    expect(advised([], ['replaced-again'])).not.toMatch(/Batteries first/);
  });
});

describe('what lies on the joints', () => {
  const low: Written[] = [
    { step: 'charge.volts', point: 'bank', volts: 13.2, rpm: 1500 },
    { step: 'charge.volts', point: 'ALT1', volts: 14.2, rpm: 1500 },
  ];
  const high: Written[] = [{ step: 'charge.volts', point: 'bank', volts: 15.4, rpm: 1500 }];
  it.each([
    ['white', low, /White deposits and low running volts support each other/],
    ['blue-green', high, /Blue-green deposits and high running volts support each other/],
  ] as const)('%s supports what the running volts say', (kind, volts, said) => {
    expect(advised([deposit(kind), ...volts])).toMatch(said);
    expect(advised([deposit('none'), ...volts])).not.toMatch(said);
    expect(advised([deposit(kind)])).not.toMatch(said);
  });
});

describe('one weak battery of a set', () => {
  const set = (fitted: string) =>
    unit12({
      bank: { arrangement: '1S4P', batteries: ['A', 'B', 'C', 'D'].map((position) => battery(position, { fitted })) },
    });
  it('that is older than two years speaks for the whole set, and says what either choice costs', () => {
    const words = advised([loaded('B', 9)], [], set('2024-10-01'));
    expect(words).toMatch(/Battery B fails in a set older than 24 months/);
    expect(words).toMatch(/replace the whole set of 4, or the one/);
  });
  it('that is younger does not, nor a set that fails as a whole', () => {
    expect(advised([loaded('B', 9)], [], set('2025-10-01'))).not.toMatch(/older than/);
    const all = ['A', 'B', 'C', 'D'].map((position) => loaded(position, 9));
    expect(advised(all, [], set('2024-10-01'))).not.toMatch(/older than/);
  });
});

describe('what comes only when warm', () => {
  const lossy: Written = { step: 'charge.drop', point: 'positive', volts: 0.7, amps: 160 };
  it('asks for the running volts again once it is, and to keep both', () => {
    expect(advised([lossy], ['warm-only'])).toMatch(/again after ten minutes warm and keep both/);
    expect(advised([{ ...lossy, unsteady: true }])).toMatch(/moved when warm or wiggled/);
  });
  it('asks for nothing where charging is sound, or nobody said so', () => {
    expect(advised([], ['warm-only'])).not.toMatch(/warm/);
    expect(advised([lossy])).not.toMatch(/warm/);
  });
});
