import { describe, expect, it } from 'vitest';
import {
  findingsOf,
  loaded,
  minute,
  rested,
  soundVisit,
  unit12,
  unit24,
  visitWith,
  type Written,
} from '../../test/visitFixture';
import {
  actionsFor,
  FINDING_CODES,
  findingWords,
  hasPoint,
  judge,
  openActions,
  SEVERITIES,
  stepEntry,
  type FindingCode,
  type Repair,
} from '../index';
import { FINDINGS, findingRank } from './catalogue';

/** The sound visit with some of it read otherwise, in its place; what it has not comes last. */
const whole = (...instead: Written[]): Written[] => {
  const isSame = (one: Written, other: Written) => one.step === other.step && one.point === other.point;
  const sound = soundVisit();
  return [
    ...sound.map((reading) => instead.find((own) => isSame(own, reading)) ?? reading),
    ...instead.filter((own) => !sound.some((reading) => isSame(own, reading))),
  ];
};
/** Where such a finding is made. */
const subjectOf = (code: FindingCode): string => {
  if (code.startsWith('battery.') || code === 'cause.owed') return 'A';
  if (code.startsWith('joint.') || code === 'intermittent') return 'A+';
  if (code.startsWith('alternator.')) return 'ALT1';
  if (code === 'cable.segment') return 'starterPositive:starter.B+';
  return code === 'cable.link' ? 'A-B' : 'bank';
};
const finding = (readings: Written[], code: string, part = {}) =>
  judge(visitWith(readings, part)).findings.find((own) => own.code === code);

describe('every kind of finding', () => {
  it.each(FINDING_CODES)('%s has words, something to do, and only places of the machine', (code) => {
    const record = FINDINGS[code];
    const subject = subjectOf(code);
    for (const unit of [unit12(), unit24()]) {
      expect(findingWords(code, subject)).toMatch(/^[A-Z]/);
      const actions = actionsFor({ code, subject });
      expect(actions.length).toBeGreaterThan(0);
      for (const { words } of actions) expect(words).toMatch(/^[A-Z].*[^.]$/);
      for (const place of record.separates?.(subject, unit) ?? []) {
        expect(place.why).not.toBe('');
        expect(() => stepEntry(place.step)).not.toThrow();
      }
      for (const explained of record.explains?.(subject, unit) ?? [])
        expect(FINDING_CODES).toContain(explained.split('@')[0]);
      const part = record.part?.(unit, subject);
      if (part != null) {
        expect(part.name).not.toBe('');
        expect(part.count).toBeGreaterThan(0);
      }
    }
    expect(findingRank(code)).toBeGreaterThanOrEqual(0);
  });
  it.each(FINDING_CODES)('%s names the part to buy for each replacement it offers', (code) => {
    const subject = subjectOf(code);
    const replacements = actionsFor({ code, subject }).filter(({ kind }) => kind === 'replace');
    for (const { words } of replacements) {
      const planned = new Map([[`${code}@${subject}`, words]]);
      const [open] = openActions(unit12(), [{ code, subject, severity: 'recheck' }], planned);
      expect(open?.part?.count, words).toBe(words.includes('whole bank') ? 4 : 1);
    }
  });
  it('that is told of at the starter is charged at the bank', () =>
    expect(
      actionsFor({ code: 'start.low-supply', subject: 'starter' }).map(({ kind, point }) => [kind, point]),
    ).toEqual([
      ['recharge', 'bank'],
      ['clean', 'starter'],
    ]));
  it('never explains itself', () => {
    for (const code of FINDING_CODES.filter((own) => !own.startsWith('joint.')))
      expect(FINDINGS[code].explains?.(subjectOf(code), unit12()) ?? []).not.toContain(code);
  });
});

/** What is read, what is found of it while all else is sound, and what the finding asks for. */
const FOUND: readonly (readonly [Written, string])[] = [
  [
    { step: 'battery.load', point: 'A', amps: 465, seconds: 15, lowestVolts: 9.2, batteryC: 21.1 },
    'battery.weak@A replace',
  ],
  [
    { step: 'battery.load', point: 'A', amps: 465, seconds: 15, lowestVolts: 9.8, batteryC: 21.1 },
    'battery.watch@A watch',
  ],
  [rested('A', 12.2), 'battery.low-charge@A recharge'],
  [rested('A', 10.2), 'battery.dead-cell@A recheck'],
  [{ step: 'battery.caseLeak', point: 'A', volts: 0.6 }, 'battery.dirty-case@A recheck'],
  [
    { step: 'battery.hydrometer', point: 'A', cells: [1.265, 1.265, 1.265, 1.265, 1.265, 1.2], electrolyteC: 26.7 },
    'battery.dead-cell@A replace',
  ],
  [
    { step: 'battery.hydrometer', point: 'A', cells: [1.265, 1.265, 1.265, 1.265, 1.265, 1.23], electrolyteC: 26.7 },
    'battery.uneven@A recharge',
  ],
  [
    { step: 'start.drop', point: 'positive', volts: 0.6, by: 'pile', amps: 500 },
    'cable.starter-positive@positive repair',
  ],
  [
    { step: 'start.drop', point: 'negative', volts: 0.6, by: 'pile', amps: 500 },
    'cable.starter-negative@negative repair',
  ],
  [{ step: 'start.joint', point: 'starter.B+', volts: 0.25, during: 'crank' }, 'joint.resistive@starter.B+ repair'],
  [{ step: 'start.joint', point: 'starter.B+', volts: 0.15, during: 'crank' }, 'joint.resistive@starter.B+ watch'],
  [{ step: 'start.solenoid', point: 'starter', volts: 0.7 }, 'starter.solenoid-contacts@starter replace'],
  [{ step: 'start.switch', point: 'starter', volts: 0.4 }, 'start.magnetic-switch@starter replace'],
  [{ step: 'start.link', point: 'A-B', volts: 0.3, during: 'crank' }, 'cable.link@A-B repair'],
  [{ step: 'start.crankVolts', point: 'starter', volts: 7.6 }, 'start.low-supply@starter recheck'],
  [{ step: 'charge.volts', point: 'bank', volts: 15.1, rpm: 1500 }, 'charge.overvoltage@bank watch'],
  [{ step: 'charge.drop', point: 'positive', volts: 0.6, amps: 160 }, 'cable.charge-positive@positive repair'],
  [{ step: 'charge.output', point: 'ALT1', peakAmps: 130, governedSpeed: true }, 'alternator.low-output@ALT1 replace'],
  [{ step: 'charge.output', point: 'ALT1', peakAmps: 148, governedSpeed: true }, 'alternator.low-output@ALT1 watch'],
  [
    { step: 'charge.recharge', point: 'bank', amps: 30, minutes: 11, loads: 'off' },
    'battery.keeps-drawing@bank recharge',
  ],
  [{ step: 'charge.ripple', point: 'ALT1', acVolts: 0.7 }, 'alternator.diode@ALT1 replace'],
  [{ step: 'charge.field', point: 'regulator', volts: 0.7 }, 'charge.field@regulator repair'],
  [{ step: 'charge.rise', point: 'bank', volts: 12.9, rpm: 1700 }, 'charge.low-rise@bank recheck'],
  [{ step: 'charge.idle', point: 'bank', volts: 11.5, rpm: 700, loads: 'on' }, 'charge.idle-dropout@bank recheck'],
  [{ step: 'battery.drain', point: 'bank', amps: 0.4, minutesParked: 45 }, 'drain.parked@bank repair'],
];

describe('on a machine that is sound otherwise', () => {
  it.each(FOUND)('%o is %s', (reading, said) => {
    const judgement = judge(visitWith(whole(reading)));
    expect(findingsOf(judgement)).toContain(said);
    const own = judgement.findings.find(({ code, subject }) => said.startsWith(`${code}@${subject} `));
    // It says why in a sentence, and names the reading it rests on.
    expect(own?.because).toMatch(/\.$/);
    expect(own?.evidence.for).not.toEqual([]);
  });
  it('nothing is found, and the machine is ready', () => {
    const judgement = judge(visitWith(soundVisit()));
    expect(judgement.findings).toEqual([]);
    expect(judgement.disposition).toBe('ready');
    expect(judgement.missing).toEqual([]);
  });
  it('what is found is told worst first', () => {
    const judgement = judge(visitWith(whole(...FOUND.map(([reading]) => reading).slice(2))));
    const worst = judgement.findings.map(({ severity }) => SEVERITIES.indexOf(severity));
    expect(worst).toEqual([...worst].sort((a, b) => a - b));
  });
});

describe('no part is replaced while something cheaper could explain its reading', () => {
  const low: Written = { step: 'charge.output', point: 'ALT1', peakAmps: 130, governedSpeed: true };
  const lowVolts: Written[] = [
    { step: 'charge.volts', point: 'bank', volts: 13.2, rpm: 1500 },
    { step: 'charge.volts', point: 'ALT1', volts: 13.3, rpm: 1500 },
  ];
  it('an alternator: its belt, its cables, the charge of the batteries', () => {
    const severity = (...instead: Written[]) => finding(whole(low, ...instead), 'alternator.low-output')?.severity;
    expect(severity()).toBe('replace');
    expect(severity(rested('B', 12.2))).toBe('recheck');
    expect(severity({ step: 'start.joint', point: 'alternator.B+', volts: 0.4, during: 'charging', amps: 150 })).toBe(
      'recheck',
    );
    expect(severity({ step: 'look.belt', point: 'drive', condition: 'sound' })).toBe('recheck');
  });
  it('says what comes first', () => {
    const first = (...instead: Written[]) => finding(whole(...lowVolts, ...instead), 'alternator.low-volts')?.because;
    expect(first({ step: 'charge.drop', point: 'positive', volts: 0.6, amps: 160 })).toMatch(
      /put the positive charging cable right/,
    );
    expect(first({ step: 'look.belt', point: 'drive', condition: 'loose' })).toMatch(/put the belt right/);
  });
  it('a battery: its own joints and its charge', () => {
    const weak = loaded('A', 9);
    const severity = (...instead: Written[]) => finding(whole(weak, ...instead), 'battery.weak')?.severity;
    expect(severity()).toBe('replace');
    expect(severity({ step: 'look.joint', point: 'A-', condition: 'corroded' })).toBe('recheck');
    expect(severity({ step: 'look.joint', point: 'B-', condition: 'corroded' })).toBe('replace');
    expect(severity({ step: 'start.joint', point: 'A+', volts: 0.4, during: 'pile' })).toBe('recheck');
    // Under 12.6 V at rest the charge is in doubt: charge fully, rest, load again.
    expect(severity(rested('A', 12.5))).toBe('recheck');
  });
  it('a part that was replaced before: what kills such parts is read first', () => {
    const again = (readings: Written[]) => {
      const visit = visitWith(readings);
      return judge({ ...visit, visit: { ...visit.visit, symptoms: ['replaced-again'] } }).findings.find(
        ({ code }) => code === 'alternator.low-output',
      );
    };
    expect(again(whole(low))).toMatchObject({
      severity: 'recheck',
      because: expect.stringMatching(/read the parked drain/) as string,
    });
    const drain: Written = { step: 'battery.drain', point: 'bank', amps: 0.03, minutesParked: 45 };
    expect(again([...whole(low), drain])?.severity).toBe('replace');
    expect(again([...whole(low), drain].filter(({ step }) => step !== 'charge.recharge'))?.severity).toBe('recheck');
  });
});

describe('evidence', () => {
  it('for is what failed, against is what passed of the same part', () => {
    const says: Written = {
      step: 'battery.conductance',
      point: 'A',
      measured: 900,
      standard: 'SAE',
      setTo: 'flooded',
      id: 'says good',
    };
    expect(finding(whole(loaded('A', 9, { id: 'load' }), says), 'battery.weak')).toMatchObject({
      evidence: { for: expect.arrayContaining(['load']) as string[], against: ['says good'] },
    });
  });
  it('is never the same reading on both sides', () => {
    for (const [reading] of FOUND)
      for (const own of judge(visitWith(whole(reading))).findings)
        expect(own.evidence.against.filter((id) => own.evidence.for.includes(id))).toEqual([]);
  });
});

describe('after a repair', () => {
  const failing: Written = {
    step: 'start.drop',
    point: 'positive',
    volts: 0.7,
    by: 'pile',
    amps: 500,
    at: minute(60),
  };
  const repair: Repair = { id: 'p1', at: minute(70), point: 'positive', action: 'Clean it', kind: 'clean' };
  const after = (...more: Written[]) =>
    findingsOf(judge(visitWith([...whole(failing), ...more], { repairs: [repair] })));
  it('the finding stands until the same test at the same point passes', () => {
    expect(after()).toEqual(['cable.starter-positive@positive repair']);
    expect(after({ ...failing, point: 'negative', volts: 0.1, at: minute(80) })).toContain(
      'cable.starter-positive@positive repair',
    );
    expect(after({ ...failing, volts: 0.1, at: minute(80) })).toEqual([]);
  });
  it('a retest that decides nothing closes nothing', () =>
    expect(after({ ...failing, volts: 0.1, amps: 100, at: minute(80) })).toContain(
      'cable.starter-positive@positive repair',
    ));
  it('of the whole bank every battery is asked for again, its joints are not', () => {
    const replaced: Repair = { id: 'p1', at: minute(99), point: 'bank', action: 'Replace the bank', kind: 'replace' };
    const { missing } = judge(visitWith(soundVisit(), { repairs: [replaced] }));
    for (const point of ['A', 'B', 'C', 'D']) {
      expect(missing).toContainEqual({ step: 'battery.openCircuit', point });
      expect(missing).not.toContainEqual({ step: 'look.joint', point: `${point}+` });
    }
  });
});

it('every place that speaks against a finding is one of the machine', () => {
  for (const code of FINDING_CODES)
    for (const unit of [unit12(), unit24()])
      for (const { step, point } of FINDINGS[code].against?.(subjectOf(code), unit) ?? [])
        if (step !== 'start.ladder') expect(hasPoint(step, unit, point), `${code}: ${step}@${point}`).toBe(true);
});
