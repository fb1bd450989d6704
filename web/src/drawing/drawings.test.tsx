import {
  causeSheet,
  drainSection,
  judge,
  leadsFor,
  logFigures,
  Outcomes,
  pathLayout,
  present,
  runAt,
  runSection,
  USUAL_UNITS,
  visitFacts,
  type Reading,
  type ValueLog,
} from '@vaktman/core';
import { visitDetailSchema } from '@vaktman/contract';
import { screen, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { unitOf } from '../../test/units';
import { readText } from '../../test/readText';
import { DrainFall } from '../visit/drain/DrainFall';
import { WiggleMap } from '../visit/log/WiggleMap';
import { CauseSheet } from '../visit/CauseSheet';
import type { Judged } from '../visit/useVisit';
import { ReaderContext } from '../control/ReaderContext';
import { LogDrawing } from './LogDrawing';
import { needlesOf } from './needles';
import { PathDrawing } from './PathDrawing';
import { pathFaces } from './pathFaces';
import { RunDrawing } from './RunDrawing';

const unit = { ...unitOf('1S2P'), runs: { starterNegative: ['frame stud', 'clamp A'] } };
let count = 0;
const reading = (fields: Record<string, unknown>): Reading => {
  count += 1;
  return {
    id: `r${count}`,
    at: new Date(Date.parse('2026-11-24T08:00:00Z') + count * 60_000).toISOString(),
    ...fields,
  } as Reading;
};
const judged = (...readings: Reading[]): Judged => {
  const file = {
    unit,
    method: { profile: 'pile' as const },
    visit: { at: '2026-11-24T07:50:00Z', reason: 'pm', ambientC: 5 },
    readings,
  };
  return { outcomes: new Outcomes(visitFacts(file)), judgement: judge(file), retests: [], skipped: new Set() };
};
const facesOf = (...readings: Reading[]) => pathFaces(pathLayout(unit), judged(...readings)).stretches;

describe('what stands beside a stretch of the circuit', () => {
  it('is not yet, where a visit owes it, and nothing where nobody asked', () => {
    const faces = facesOf();
    expect(faces['starter.positive']).toMatchObject({ value: null, mark: 'notyet' });
    expect(faces['starter.solenoid']).toMatchObject({ value: null, mark: null });
    expect(faces['starter.control']).toMatchObject({ value: null, mark: null });
  });
  it('is what was read of an alternator: its output, else its volts, else the volts of the bank', () => {
    const volts = reading({ step: 'charge.volts', point: 'bank', volts: 14.2, rpm: 1500 });
    expect(facesOf(volts)['alternator.ALT1']).toMatchObject({ value: '14.20', unit: 'V' });
    const output = reading({ step: 'charge.output', point: 'ALT1', peakAmps: 152, speed: 'governed' });
    expect(facesOf(volts, output)['alternator.ALT1']).toMatchObject({ value: '152', unit: 'A' });
  });
  it('is the cranking volts where the motor itself was not read', () =>
    expect(facesOf(reading({ step: 'start.crankVolts', point: 'starter', volts: 9.8 }))['starter.motor']).toMatchObject(
      { value: '9.80', unit: 'V' },
    ));
});

describe('the circuit drawing', () => {
  it.each([1, 2, 3, 4])(
    'of %i alternators leaves the number of every place a probe touches to be read',
    (alternators) => {
      const wired = {
        ...unitOf('2S2P'),
        alternators: ['ALT1', 'ALT2', 'ALT3', 'ALT4']
          .slice(0, alternators)
          .map((id) => ({ id, ratedAmps: 160, ground: 'stud' as const, remoteSense: false })),
      };
      const layout = pathLayout(wired);
      const joints = Object.fromEntries(layout.joints.map(({ id }) => [id, 'failed' as const]));
      const { container } = show(<PathDrawing unit={wired} faces={{ stretches: {}, joints }} batteries={{}} />);
      const circles = [...container.querySelectorAll('circle')];
      const covered = layout.testPoints.filter(({ at: [x, y], number }) => {
        const here = circles.filter(
          (circle) => circle.getAttribute('cx') === String(x) && circle.getAttribute('cy') === String(y),
        );
        const own = here.findIndex((circle) => circle.parentElement?.textContent === String(number));
        return (
          own < 0 ||
          here.slice(own + 1).some((circle) => !['none', 'transparent'].includes(circle.getAttribute('fill') ?? ''))
        );
      });
      expect(covered.map(({ id }) => id)).toEqual([]);
    },
  );
  it.each(pathLayout(unit).joints.map(({ id }) => id))('shows both tags of the probes at %s', (point) => {
    const { container } = show(
      <PathDrawing
        unit={unit}
        faces={{ stretches: {}, joints: {} }}
        batteries={{}}
        leads={leadsFor(unit, 'start.joint', point)}
      />,
    );
    const tag = (colour: string) => {
      const box = present(container.querySelector(`rect[fill="var(--probe-${colour})"]`));
      return (['x', 'y', 'width', 'height'] as const).map((side) => Number(box.getAttribute(side)));
    };
    const [redX = 0, redY = 0, width = 0, height = 0] = tag('red');
    const [blackX = 0, blackY = 0] = tag('black');
    expect(Math.abs(redX - blackX) >= width || Math.abs(redY - blackY) >= height).toBe(true);
  });
  it.each(['1S1P', '1S2P', '1S4P', '1S6P', '2S1P', '2S2P', '2S3P'] as const)(
    'of a bank %s writes no volts under a tag, and every one that lies free',
    (arrangement) => {
      const bank = unitOf(arrangement);
      const layout = pathLayout(bank);
      const face = { value: '12.74', unit: 'V', note: 'at rest', mark: 'passed' } as const;
      const batteries = Object.fromEntries(layout.batteries.map(({ position }) => [position, face]));
      const posts = layout.batteries.flatMap(({ position }) => [`${position}+`, `${position}-`]);
      const pairs = posts.slice(1).flatMap((post) => [[posts[0], post] as const, [post, posts[0]] as const]);
      for (const [red, black] of pairs) {
        const at = (point: string | undefined) => ({ at: present(point), touch: 'bare metal' });
        const { container, unmount } = show(
          <PathDrawing
            unit={bank}
            faces={{ stretches: {}, joints: {} }}
            batteries={batteries}
            leads={{ red: at(red), black: at(black), clamp: null, pile: null }}
          />,
        );
        const tags = [...container.querySelectorAll('rect[fill^="var(--probe-"]')].map((tag) =>
          ['x', 'y', 'width', 'height'].map((side) => Number(tag.getAttribute(side))),
        );
        const written = [...container.querySelectorAll('.battery text:not(.name)')].filter((text) =>
          text.textContent.includes('12.74'),
        );
        const isUnder = (x: number, y: number): boolean =>
          tags.some(
            ([left = 0, top = 0, width = 0, height = 0]) => x > left && x < left + width && y > top && y < top + height,
          );
        for (const text of written) {
          const [x, y] = [Number(text.getAttribute('x')), Number(text.getAttribute('y'))];
          for (const dx of [-30, 0, 30]) expect(isUnder(x + dx, y - 5), `${red} ${black}`).toBe(false);
        }
        expect(written.length, `${red} ${black}`).toBeGreaterThanOrEqual(layout.batteries.length - 2);
        unmount();
      }
    },
  );
  it.each(['1S1P', '1S4P', '1S6P', '2S1P', '2S3P'] as const)(
    'of a bank %s has no tag over the name of a machine, the pile, or a point that has a number',
    (arrangement) => {
      const shown = unitOf(arrangement);
      const layout = pathLayout(shown);
      const machines = layout.stretches.flatMap(({ label, id }) =>
        label !== null && (id === 'starter.motor' || id.startsWith('alternator.')) ? [label.at] : [],
      );
      const hidden: string[] = [];
      const places = [
        ...layout.stretches.map(({ step, point }) => ({ step, point })),
        ...layout.joints.map(({ id }) => ({ step: 'start.joint' as const, point: id })),
      ];
      for (const place of places) {
        const leads = leadsFor(shown, place.step, place.point);
        for (const [colour, needle] of Object.entries(needlesOf(layout, leads))) {
          if (needle === null) continue;
          const { x, y, width, height } = needle.tag;
          const covers = (left: number, top: number, right: number, bottom: number): boolean =>
            x < right && x + width > left && y < bottom && y + height > top;
          const at = `${colour} of ${place.step} at ${place.point}`;
          for (const [mx, my] of machines) if (covers(mx - 20, my - 10, mx + 20, my)) hidden.push(`${at}: a machine`);
          for (const { at: spot, id, number } of layout.testPoints)
            if (id !== leads.red?.at && id !== leads.black?.at)
              if (covers(spot[0] - 8, spot[1] - 8, spot[0] + 8, spot[1] + 8)) hidden.push(`${at}: point ${number}`);
          if (leads.pile?.at === 'starter' && covers(498, 250, 564, 292)) hidden.push(`${at}: the pile`);
        }
      }
      expect([...new Set(hidden)]).toEqual([]);
    },
  );
  const drawn = (press?: (step: string, point: string) => void) =>
    show(<PathDrawing unit={unit} faces={pathFaces(pathLayout(unit), judged())} batteries={{}} onPress={press} />);
  it('leads to a step by a press and by the keyboard', async () => {
    const press = vi.fn();
    const { user } = drawn(press);
    await user.click(screen.getByRole('button', { name: /^Positive cable/ }));
    expect(press).toHaveBeenLastCalledWith('start.drop', 'positive');
    screen.getByRole('button', { name: /^Joint, starter ground/ }).focus();
    await user.keyboard('{Enter}');
    expect(press).toHaveBeenLastCalledWith('start.joint', 'starter.ground');
    screen.getByRole('button', { name: /^Battery A/ }).focus();
    await user.keyboard(' ');
    expect(press).toHaveBeenLastCalledWith('battery.openCircuit', 'A');
  });
  it('is a picture, named part by part, where nothing comes of a press', () => {
    drawn();
    expect(screen.queryAllByRole('button')).toEqual([]);
    expect(screen.getByRole('img', { name: 'Positive cable: not yet, limit 0.50 V, both sides' })).toBeTruthy();
  });
  it('puts the lead at hand where it is pressed', async () => {
    const put = vi.fn();
    const { user } = show(
      <PathDrawing unit={unit} faces={{ stretches: {}, joints: {} }} batteries={{}} onPoint={put} />,
    );
    await user.click(screen.getByRole('button', { name: /Put the lead on the starter ground/ }));
    expect(put).toHaveBeenCalledWith('starter.ground', null);
  });
});

describe('a run as a section', () => {
  const at = (point: string, volts: number) =>
    reading({ step: 'run.volts', point: `starterNegative:${point}`, volts, during: 'pile', amps: 500 });
  const drawnRun = (press: (point: string) => void, ...readings: Reading[]) => {
    const { facts } = judged(...readings).outcomes;
    return show(
      <RunDrawing
        section={runSection(facts, runAt(facts, 'starterNegative:bank-')!)}
        limitVolts={0.1}
        chosen="frame stud"
        onPress={press}
      />,
    );
  };
  it('names every point with what was read there, what is next and what need not be read', () => {
    drawnRun(() => undefined, at('bank-', 0.58));
    expect(screen.getByRole('img', { name: 'starter ground: 0.00 V' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'frame stud: next', pressed: true })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'clamp A: no need' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'bank −: 0.58 V' })).toBeTruthy();
  });
  it('says in words what the worst stretch loses, and takes a press on any point', async () => {
    const press = vi.fn();
    const { user } = drawnRun(press, at('bank-', 0.58), at('frame stud', 0.07), at('clamp A', 0.55));
    expect(screen.getByRole('group', { name: 'Volts lost along the run' }).textContent).toContain('FAILED');
    expect(screen.getByRole('group', { name: 'Volts lost along the run' }).textContent).toContain('0.48');
    await user.click(screen.getByRole('button', { name: /^clamp A/ }));
    expect(press).toHaveBeenCalledWith('clamp A');
  });
});

describe('a drain, circuit by circuit', () => {
  it('is a table of what each takes, the guilty one marked in words', () => {
    const { facts } = judged(
      reading({ step: 'battery.drain', point: 'bank', amps: 0.62, minutesParked: 45 }),
      reading({ step: 'battery.drainCircuit', point: 'circuit:radio', ampsBefore: 0.62, ampsAfter: 0.6 }),
      reading({ step: 'battery.drainCircuit', point: 'circuit:spreader', ampsBefore: 0.6, ampsAfter: 0.04 }),
    ).outcomes;
    show(<DrainFall section={drainSection(facts)} />);
    const guilty = within(screen.getByRole('row', { name: /spreader/ }));
    expect(guilty.getByText('failed')).toBeTruthy();
    expect(screen.getByRole('row', { name: /radio/ }).textContent).toContain('0.02');
    expect(within(screen.getByRole('row', { name: /radio/ })).queryByText('failed')).toBeNull();
  });
  it('is nothing before the whole was read', () => {
    const { container } = show(<DrainFall section={drainSection(judged().outcomes.facts)} />);
    expect(container.textContent).toBe('');
  });
});

describe('a log', () => {
  const log: ValueLog = {
    startedMs: 0,
    under: 1500,
    samples: [
      [0, 14.1],
      [15, 14.1],
      [21, 13.1],
      [40, 14.1],
    ],
    marks: [
      { atS: 10, kind: 'state', state: 'loads-on' },
      { atS: 20, kind: 'wiggled', joint: 'alternator.B+' },
    ],
  };
  const figures = logFigures(log, 12);
  it('names what was done over the line, and marks what moved it', () => {
    show(<LogDrawing log={log} figures={figures} seconds={60} />);
    const picture = screen.getByRole('img', { name: /The value over time/ });
    expect(picture.textContent).toContain('loads on');
    expect(picture.textContent).toContain('alternator B+ stud');
    expect(picture.textContent).toContain('13.10');
  });
  it('asks for each joint once, says which moves and which holds still, and counts the seconds of the one at hand', async () => {
    const press = vi.fn();
    const { user } = show(
      <WiggleMap
        joints={['alternator.B+', 'bank+', 'bank-']}
        wiggles={[...figures.wiggles, { joint: 'bank+', atS: 50, volts: 14.1, moved: false }]}
        moving={{ joint: 'bank-', left: 7 }}
        press={press}
      />,
    );
    const [moves, still, now] = screen.getAllByRole('listitem');
    expect(moves?.textContent).toContain('it moves');
    expect(still?.textContent).toContain('holds still');
    expect(now?.textContent).toContain('move it: 7');
    await user.click(screen.getByRole('button', { name: 'Move bank +' }));
    expect(press).toHaveBeenCalledWith('bank+');
  });
});

describe('the limit of a stretch', () => {
  it('has the decimal sign of the reader', () => {
    const { container } = show(
      <ReaderContext value={{ ...USUAL_UNITS, decimal: ',' }}>
        <PathDrawing unit={unit} faces={pathFaces(pathLayout(unit), judged())} batteries={{}} />
      </ReaderContext>,
    );
    expect(readText(container)).toContain('limit 0,50 V');
    expect(container.textContent).not.toMatch(/\d\.\d/);
  });
});

describe('why it died', () => {
  it('lists each cause with how it stands and the way to its test', () => {
    const own = judged(reading({ step: 'battery.caseLeak', point: 'A', volts: 1.6 }));
    const detail = visitDetailSchema.parse({
      file: {
        format: 'vaktman-visit',
        version: 1,
        unit,
        method: { profile: 'pile' },
        visit: { id: 'v', at: '2026-11-24T07:50:00Z', technician: 'K. Moen', reason: 'pm', ambientC: 5 },
        readings: [],
      },
      unitAtOpening: unit,
      events: [],
      takenBy: {},
    });
    show(<CauseSheet detail={detail} judged={own} subject="A" />);
    const sheet = screen.getByRole('region', { name: 'Why did battery A die' });
    expect(within(sheet).getByText('speaks for it')).toBeTruthy();
    const next = causeSheet(own.outcomes, 'A').next!;
    expect(
      within(sheet)
        .getByRole('link', { name: /^Read next:/ })
        .getAttribute('href'),
    ).toBe(`/visits/v/${next.step}/${encodeURIComponent(next.point)}`);
  });
});
