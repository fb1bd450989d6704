import type { UnitHistory } from '@vaktman/contract';
import { BASELINE_FIGURES, deviations, figure, type BaselineFigure, type Baseline } from '@vaktman/core';
import { Words } from '../control/Words';
import { Mark, type MarkKind } from '../control/Mark';
import { Figure } from '../control/Figure';
import { Table } from '../control/tableStyle';

/** Digits after the point that mean something, by unit. */
const DECIMALS: Readonly<Record<string, number>> = { V: 2, mΩ: 2 };

/** Deviations from which a figure stands out among its kind. */
const APART = 2;
const FAR_APART = 3;

const markOf = (worseBy: number): MarkKind =>
  worseBy > FAR_APART ? 'failed' : worseBy > APART ? 'marginal' : 'passed';
const WORDS: Readonly<Record<MarkKind, string>> = {
  failed: 'far apart',
  marginal: 'apart',
  passed: 'as its kind',
  notyet: '',
};

/** The latest figures of a unit beside known-good values of its kind, what stands out first. */
export const KindTable = ({ history, kind }: { history: UnitHistory; kind: string }) => {
  const latest = history.figures[0];
  const known = new Map(Object.entries(history.baselines) as [BaselineFigure, Baseline][]);
  const rows = latest === undefined ? [] : deviations(latest, known);
  return (
    <Table>
      <caption>Beside others of its kind: {kind}</caption>
      {rows.length === 0 ? null : (
        <thead>
          <tr>
            <th scope="col">Figure</th>
            <th scope="col" className="number">
              Here
            </th>
            <th scope="col" className="number">
              Good ones
            </th>
            <th scope="col">Stands</th>
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map(({ figure: name, value, baseline, worseBy }) => {
          const { title, unit } = BASELINE_FIGURES[name];
          return (
            <tr key={name}>
              <td className="words">{title}</td>
              <td className="number">
                <Figure text={figure(value, DECIMALS[unit] ?? 0)} unit={unit} />
              </td>
              <td className="number">
                <Figure text={figure(baseline.middle, DECIMALS[unit] ?? 0)} /> ±{' '}
                <Words>{figure(baseline.deviation, DECIMALS[unit] ?? 0)}</Words>, {baseline.visits} visits
              </td>
              <td>
                <Mark kind={markOf(worseBy)} word={WORDS[markOf(worseBy)]} />
              </td>
            </tr>
          );
        })}
        {rows.length === 0 ? (
          <tr>
            <td className="words">
              {known.size === 0
                ? 'Too few good visits of this kind to compare with: five are needed.'
                : latest === undefined
                  ? 'It was not visited yet.'
                  : 'Its latest visit read nothing of what is compared.'}
            </td>
          </tr>
        ) : null}
      </tbody>
    </Table>
  );
};
