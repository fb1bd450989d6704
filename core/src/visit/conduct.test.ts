import { describe, expect, it } from 'vitest';
import {
  looks,
  minute,
  rested,
  soundVisit,
  unit12,
  unit24,
  visitWith,
  battery,
  loaded,
  type Written,
} from '../../test/visitFixture';
import {
  actionsFor,
  beforeAndAfter,
  CATALOGUE,
  conductNext,
  crankCoolDown,
  crankSecondsOf,
  FINDING_CODES,
  idleCounts,
  isSeparating,
  judge,
  leadsFor,
  loadCoolDown,
  present,
  mainValue,
  Outcomes,
  pathLayout,
  proposedDue,
  readingText,
  retestsDue,
  separatingTests,
  visitFacts,
  walk,
  WALK,
  WALK_PLACE,
  walkLayout,
  type ReadStep,
  type Repair,
  type Unit,
  type VisitFile,
} from '../index';

const repair = (part: Partial<Repair>): Repair => ({
  id: 'p1',
  at: minute(20),
  point: 'A-',
  action: 'Clean it',
  ...part,
});
const conducted = (file: VisitFile, skipped: readonly string[] = []) => {
  const judgement = judge(file);
  return conductNext(new Outcomes(visitFacts(file)), retestsDue(file, judgement), new Set(skipped));
};

describe('low running volts', () => {
  const bank = { step: 'charge.volts', point: 'bank', volts: 13.1, rpm: 1400 } as const;
  const end = (id: string, volts: number) => ({ ...bank, point: id, volts });
  const unit = unit12({
    alternators: ['ALT1', 'ALT2'].map((id) => ({ id, ratedAmps: 160, ground: 'case' as const, remoteSense: false })),
  });
  const charged = ['A', 'B', 'C', 'D'].map((position) => rested(position, 12.8));
  const nextAfter = (...readings: Parameters<typeof visitWith>[0]) => {
    const next = conducted(visitWith([...charged, ...readings], { unit }));
    return `${next?.step}@${next?.point}`;
  };
  it('lead to the end of each alternator, one after the other', () => {
    expect(nextAfter(bank)).toBe('charge.volts@ALT1');
    expect(nextAfter(bank, end('ALT1', 13.2))).toBe('charge.volts@ALT2');
  });
  it('lead on in the order of work once they are settled, or where the speed was too low to tell', () => {
    expect(nextAfter(bank, end('ALT1', 14.2))).not.toMatch(/charge\.volts/);
    expect(nextAfter({ ...bank, rpm: 700 })).not.toBe('charge.volts@ALT1');
  });
  it('lost on one side are looked for at its joints and along its run', () => {
    const file = visitWith(
      [
        ...charged,
        bank,
        end('ALT1', 14.2),
        { step: 'charge.drop', point: 'positive:ALT1', volts: 0.9, amps: 160 },
        { step: 'charge.drop', point: 'negative:ALT1', volts: 0.1, amps: 160 },
      ],
      { unit },
    );
    const tests = separatingTests(judge(file), new Outcomes(visitFacts(file))).map(
      ({ step, point }) => `${step}@${point}`,
    );
    expect(tests).toContain('start.joint@alternator.B+');
    expect(tests).toContain('run.volts@chargePositive.ALT1:bank+');
    expect(tests).not.toContain('start.joint@alternator.ground');
  });
});
const groundLoss = (repairs: Repair[] = []): VisitFile =>
  visitWith(
    [
      ...looks().map((look) => ({ ...look, at: minute(0) })),
      { step: 'start.drop', point: 'positive', volts: 0.14, by: 'pile', amps: 500, at: minute(5), id: 'pos' },
      { step: 'start.drop', point: 'negative', volts: 0.62, by: 'pile', amps: 500, at: minute(6), id: 'neg' },
    ],
    { repairs },
  );
const closing = [repair({ closes: ['cable.starter-negative@negative'] })];

describe('what a visit goes on with', () => {
  it('asks for the same test at the same point after a repair, before the order of work', () => {
    expect(conducted(groundLoss())).toMatchObject({ step: 'battery.openCircuit', point: 'A', retest: false });
    expect(conducted(groundLoss(closing))).toMatchObject({ step: 'start.drop', retest: true });
  });
  it('owes no retest once the test closes the finding, and still owes it while the test fails', () => {
    const again = (volts: number): VisitFile => {
      const file = groundLoss(closing);
      return {
        ...file,
        readings: [
          ...file.readings,
          { id: 'again', step: 'start.drop', point: 'negative', volts, by: 'pile', amps: 500, at: minute(25) },
        ],
      };
    };
    expect(retestsDue(again(0.12), judge(again(0.12)))).toEqual([]);
    expect(retestsDue(again(0.6), judge(again(0.6))).map(({ point }) => point)).toEqual(['positive']);
  });
  it('passes over what was skipped and says nothing is left only then', () => {
    const file = visitWith(looks());
    expect(conducted(file, ['battery.openCircuit@A'])).toMatchObject({ point: 'B' });
    const everything = CATALOGUE.flatMap(({ step, points }) => points(file.unit).map((point) => `${step}@${point}`));
    expect(conducted(file, everything)).toBeNull();
  });
  it('names the battery tests that separate a recharge current', () => {
    const file = visitWith([
      ...looks(),
      ...['A', 'B', 'C', 'D'].map((position) => rested(position, 12.7)),
      { step: 'charge.recharge', point: 'bank', amps: 27, minutes: 12, loads: 'off' },
      { step: 'charge.recharge', point: 'B', amps: 2, minutes: 12, loads: 'off' },
    ]);
    const asked = separatingTests(judge(file), new Outcomes(visitFacts(file)));
    expect(asked.map(({ step, point }) => `${step}@${point}`)).toEqual([
      'charge.recharge@A',
      'charge.recharge@C',
      'charge.recharge@D',
    ]);
  });
});

describe('before and after', () => {
  it('sets the last test before a repair beside the one after it', () => {
    const file = groundLoss(closing);
    const [pair, ...more] = beforeAndAfter({
      ...file,
      readings: [
        ...file.readings,
        { id: 'again', step: 'start.drop', point: 'negative', volts: 0.12, by: 'pile', amps: 500, at: minute(25) },
      ],
    });
    expect(more).toEqual([]);
    expect([pair!.before.reading.id, pair!.before.verdict]).toEqual(['neg', 'fail']);
    expect([pair!.after.reading.id, pair!.after.verdict]).toEqual(['again', 'pass']);
  });
  it('judges a replaced battery by what it was, not by its successor', () => {
    const old = unit12();
    const stronger: Unit = {
      ...old,
      bank: {
        ...old.bank,
        batteries: old.bank.batteries.map((at) =>
          at.position === 'A' ? battery('A', { rating: { value: 600, standard: 'SAE' } }) : at,
        ),
      },
    };
    const replaced = repair({ point: 'A', kind: 'replace', action: 'Replace battery A' });
    const file = visitWith(
      [
        rested('A', 12.7, { at: minute(1) }),
        loaded('A', 8.9, { at: minute(2), amps: 465 }),
        rested('A', 12.8, { at: minute(30) }),
        loaded('A', 10.6, { at: minute(31), amps: 305 }),
      ],
      { unit: stronger, repairs: [replaced] },
    );
    const pairOf = (visit: VisitFile) => beforeAndAfter(visit).find(({ step }) => step === 'battery.load');
    const { position: _position, string: _string, set: _set, ...thing } = stronger.bank.batteries[0]!;
    const event = {
      kind: 'repaired' as const,
      eventId: '01932a00-0000-7000-8000-0000000000e1',
      at: replaced.at,
      by: 'I. Dahl',
      repair: replaced,
      fitted: [{ position: 'A', batteryId: '01932a00-0000-7000-8000-0000000000b1', battery: thing }],
    };
    const told = { ...file, unitAtOpening: old, events: [event] };
    expect(pairOf(told)).toMatchObject({ before: { verdict: 'fail' }, after: { verdict: 'pass' } });
    // The step's own list of earlier verdicts holds the old battery against its own rating as well.
    const load = (visit: VisitFile) => judge(visit).steps.find(({ step }) => step === 'battery.load');
    expect(load(told)?.earlier.map(({ verdict }) => verdict)).toEqual(['fail']);
    // Held against the successor's rating the old reading would have decided nothing: its load was far over the target.
    expect(pairOf(file)?.before.verdict).toBe('inconclusive');
  });
});

describe('cooling', () => {
  it('holds the next load back for a minute, and for five after three in a row', () => {
    expect(loadCoolDown([], 0)).toBeNull();
    expect(loadCoolDown([0], 59_000)?.untilMs).toBe(60_000);
    expect(loadCoolDown([0], 60_000)).toBeNull();
    expect(loadCoolDown([0, 61_000, 122_000], 200_000)?.untilMs).toBe(422_000);
    expect(loadCoolDown([0, 61_000, 400_000], 461_000)).toBeNull();
    // Five minutes between two loads end the row, to the second.
    expect(loadCoolDown([0, 61_000, 361_000], 362_000)?.because).toMatch(/cools? for 1 min/);
    expect(loadCoolDown([0, 61_000, 360_999], 362_000)?.because).toMatch(/^Three load tests in a row: .* for 5 min/);
  });
  it('lets the starter cool after fifteen seconds of cranking, not before', () => {
    const cranks = (count: number) =>
      visitWith(
        Array.from({ length: count }, (_, index) => ({
          step: 'start.solenoid' as const,
          point: 'starter',
          volts: 0.1,
          at: minute(index / 4),
        })),
      ).readings;
    const at = Date.parse(minute(1.5));
    expect(crankCoolDown(cranks(4), at)).toBeNull();
    expect(crankCoolDown(cranks(5), at)?.untilMs).toBe(Date.parse(minute(3)));
    expect(crankCoolDown(cranks(5), Date.parse(minute(3)))).toBeNull();
    // A pause of two minutes is one, to the second.
    const [first, ...paused] = cranks(6).map((crank, index) => ({ ...crank, at: minute(index === 0 ? 0 : 2) }));
    expect(crankCoolDown([present(first), ...paused.slice(0, 4)], Date.parse(minute(2)))).toBeNull();
    expect(crankCoolDown([present(first), ...paused], Date.parse(minute(2)))).not.toBeNull();
  });
  it('counts minutes at idle until the engine stood after they were read with', () => {
    const recharge: Written = { step: 'charge.recharge', point: 'bank', amps: 30, minutes: 11, at: minute(20) };
    const counts = (after: readonly Written[], began = 9, mended: readonly Repair[] = []) =>
      idleCounts({ readings: visitWith([recharge, ...after]).readings, repairs: mended }, Date.parse(minute(began)));
    const running: Written[] = [
      { step: 'charge.recharge', point: 'A', amps: 2, minutes: 12, at: minute(21) },
      { step: 'charge.volts', point: 'bank', volts: 14.1, rpm: 1500, at: minute(22) },
      { step: 'start.joint', point: 'ALT1.B+', volts: 0.1, during: 'charging', at: minute(23) },
      { step: 'charge.drop', point: 'positive', volts: 0.1, amps: 90, by: 'loads', at: minute(23) },
      { step: 'look.joint', point: 'A+', condition: 'clean', at: minute(23) },
    ];
    expect(counts(running)).toBe(true);
    for (const standing of [
      { step: 'battery.openCircuit', point: 'A', volts: 12.7 },
      { step: 'start.solenoid', point: 'starter', volts: 0.1 },
      { step: 'start.joint', point: 'A+', volts: 0.1, during: 'pile' },
      { step: 'run.volts', point: 'starterPositive:starter.B+', volts: 0.1, during: 'key-on' },
      { step: 'charge.standing', point: 'ALT1', volts: 12.6 },
      { step: 'charge.field', point: 'regulator', volts: 0.2 },
      { step: 'charge.drop', point: 'positive', volts: 0.1, amps: 160, by: 'pile-at-alternator' },
    ] satisfies Written[])
      expect(counts([...running, { ...standing, at: minute(24) }]), JSON.stringify(standing)).toBe(false);
    expect(counts(running, 9, [repair({ at: minute(30) })])).toBe(false);
    expect(counts(running, 9, [repair({ at: minute(19) })])).toBe(true);
    // What was read before the engine was started says nothing of it.
    const early = visitWith([rested('A', 12.7, { at: minute(5) }), recharge]).readings;
    expect(idleCounts({ readings: early }, Date.parse(minute(9)))).toBe(true);
    // Begun anew, they count anew; typed late, a reading of before tells nothing.
    expect(counts([rested('A', 12.7, { at: minute(24) })], 25)).toBe(true);
    expect(idleCounts(visitWith([rested('A', 12.7)]), 0)).toBe(true);
  });
  it('counts what was read while the starter turned, and nothing that was read otherwise', () => {
    const seconds = (reading: Record<string, unknown> & { step: ReadStep; point: string }) =>
      crankSecondsOf(visitWith([reading]).readings[0]!);
    const link = { step: 'start.link', point: 'A-B', volts: 0.1 } as const;
    const joint = { step: 'start.joint', point: 'A+', volts: 0.1 } as const;
    const run = { step: 'run.volts', point: 'starterPositive:starter.B+', volts: 0.1 } as const;
    const drop = { step: 'start.drop', point: 'positive', volts: 0.1 } as const;
    for (const cranking of [
      { ...link, during: 'crank' },
      { ...joint, during: 'crank' },
      // Left out it is cranking, but for a joint of the alternator.
      joint,
      { ...run, during: 'crank' },
      { ...drop, by: 'crank' },
      { step: 'start.walk', point: 'attempt', answer: 'slow' } as const,
    ])
      expect(seconds(cranking), JSON.stringify(cranking)).toBe(3);
    for (const still of [
      { ...link, during: 'pile', amps: 500 },
      { ...joint, during: 'pile' },
      { ...joint, during: 'rest' },
      { ...joint, point: 'alternator.B+', during: 'charging' },
      { ...joint, point: 'alternator.B+' },
      { ...run, during: 'pile' },
      { ...drop, by: 'pile', amps: 500 },
      { step: 'start.walk', point: 'bankRest', volts: 12.6 } as const,
      { step: 'battery.openCircuit', point: 'A', volts: 12.6 } as const,
    ])
      expect(seconds(still), JSON.stringify(still)).toBe(0);
    expect(seconds({ step: 'battery.starterLoad', point: 'bank', lowestVolts: [10, 10, 10] })).toBe(9);
  });
});

it('knows something to do about every finding', () => {
  for (const code of FINDING_CODES) {
    const actions = actionsFor({ code, subject: 'A' });
    expect(actions.length, code).toBeGreaterThan(0);
    expect(new Set(actions.map(({ words }) => words)).size).toBe(actions.length);
  }
});

it('writes every reading of a whole visit in words, and finds the number that is held against its limit', () => {
  for (const reading of visitWith(soundVisit()).readings) {
    expect(readingText(reading)).toMatch(/\S/);
    expect(mainValue(reading) === null).toBe(reading.step.startsWith('look.'));
  }
});

it('proposes a sooner date the worse a unit leaves', () => {
  const dates = (['ready', 'ready-watch', 'unfinished', 'hold'] as const).map(
    (left) => proposedDue(left, '2026-11-25', { engineHours: 100 }).date,
  );
  expect([...dates].sort().reverse()).toEqual(dates);
  expect(proposedDue('ready', '2026-11-25', { engineHours: 8121 })).toEqual({ date: '2027-05-26', engineHours: 8621 });
});

const twoAlternators = unit12({
  alternators: [
    { id: 'ALT1', ratedAmps: 160, ground: 'case', remoteSense: false },
    { id: 'ALT2', ratedAmps: 100, ground: 'stud', remoteSense: false },
  ],
});

describe.each([
  ['four in parallel', unit12()],
  [
    'two in series, grounded by the block',
    unit24({ starter: { ratedVolts: 24, groundReturn: 'block', magneticSwitch: 'none' } }),
  ],
  ['two alternators', twoAlternators],
])('the path drawing of a unit with %s', (_name, unit) => {
  const layout = pathLayout(unit);
  it('draws every battery, alternator and joint inside its sheet and numbers each point once', () => {
    expect(layout.batteries.map(({ position }) => position).sort()).toEqual(
      unit.bank.batteries.map(({ position }) => position),
    );
    expect(layout.parts.filter(({ kind }) => kind === 'alternator')).toHaveLength(unit.alternators!.length);
    for (const { at } of [...layout.testPoints, ...layout.joints]) {
      expect(at[0]).toBeGreaterThan(0);
      expect(at[0]).toBeLessThan(layout.width);
      expect(at[1]).toBeLessThan(layout.height);
    }
    expect(layout.testPoints.map(({ number }) => number)).toEqual(layout.testPoints.map((_, index) => index + 1));
  });
  it('has a place for both probes of every step that is measured with them', () => {
    const known = new Set([...layout.testPoints, ...layout.joints].map(({ id }) => id));
    for (const { step, points } of CATALOGUE) {
      for (const point of points(unit)) {
        const { red, black } = leadsFor(unit, step, point);
        expect(red === null, `${step}@${point}`).toBe(black === null);
        for (const probe of [red, black]) if (probe !== null) expect(known, `${step}@${point}`).toContain(probe.at);
      }
    }
  });
});

describe('the drawn walk', () => {
  const conditions = { systemFactor: 1, gateVolts: 12.4, starterVolts: 8, bankVolts: null, hasSwitch: true };
  it('has room for every question and end', () => {
    const { places } = walkLayout(walk({}, conditions));
    expect(places.filter(({ point }) => point !== null)).toHaveLength(WALK.length);
    for (const [index, a] of places.entries())
      for (const b of places.slice(index + 1))
        expect(
          Math.abs(a.x - b.x) >= WALK_PLACE.width || Math.abs(a.y - b.y) >= WALK_PLACE.height,
          `${a.id} over ${b.id}`,
        ).toBe(true);
  });
  it('shows the way taken, where one is, and what is ruled out', () => {
    const state = walk(
      {
        bankRest: { volts: 12.7 },
        bankJoints: { answer: 'clean' },
        starterRest: { volts: 12.6 },
        attempt: { answer: 'slow' },
      },
      conditions,
    );
    const at = new Map(walkLayout(state).places.map((place) => [place.id, place.state]));
    expect(at.get('bankRest')).toBe('taken');
    expect(at.get('starterCranking')).toBe('here');
    expect(at.get('starterRestCleaned')).toBe('ruled-out');
    expect(at.get('motorCranking')).toBe('open');
    expect(at.get('attempt.0')).toBe('ruled-out');
  });
});

describe('a clean test that was asked for because of a finding', () => {
  const lossy = [
    { step: 'start.drop', point: 'positive', volts: 0.1, by: 'pile', amps: 500 },
    { step: 'start.drop', point: 'negative', volts: 0.6, by: 'pile', amps: 500 },
    { step: 'start.joint', point: 'starter.ground', volts: 0.01, during: 'pile', amps: 500 },
  ] as const;
  const asked = (step: 'start.joint' | 'charge.volts', point: string) => {
    const file = visitWith([...lossy]);
    return isSeparating(judge(file), new Outcomes(visitFacts(file)), { step, point });
  };
  it('leaves what else could be it, as long as the finding stands', () => {
    expect(asked('start.joint', 'starter.ground')).toBe(true);
    expect(asked('start.joint', 'starter.B+')).toBe(false);
    expect(asked('charge.volts', 'bank')).toBe(false);
    const file = visitWith([...lossy]);
    const left = separatingTests(judge(file), new Outcomes(visitFacts(file))).map(({ point }) => point);
    expect(left).toContain('block.ground');
    expect(left).not.toContain('starter.ground');
  });
});
