import type { RecordRow } from '@vaktman/core';
import type { ReactNode } from 'react';
import { Mark, VERDICT_MARK } from '../control/Mark';
import { Scroll, Table } from './recordStyle';

/** The readings of a stage as a table. */
export const RecordRows = ({ rows }: { rows: readonly RecordRow[] }) => (
  <Scroll role="region" aria-label="Readings" tabIndex={0}>
    <Table>
      <thead>
        <tr>
          {['Test', 'Read', 'Limit', 'Margin', 'Verdict', 'Taken by'].map((words) => (
            <th key={words} scope="col">
              {words}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.test}>
            <td>
              <strong>{row.test}</strong>
              <small>{row.because}</small>
              {row.retakes.length === 0 ? null : <small>Earlier: {row.retakes.join('; ')}</small>}
            </td>
            <td>{row.read}</td>
            <td className="limit">{row.limit}</td>
            <td className="number">{row.margin}</td>
            <td>
              <Mark kind={VERDICT_MARK[row.verdict]} />
            </td>
            <td>{row.by}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  </Scroll>
);

/** A list under its heading; nothing where there is nothing to list. */
export const RecordLines = ({ title, lines }: { title: string; lines: readonly string[] }): ReactNode =>
  lines.length === 0 ? null : (
    <section>
      <h2>{title}</h2>
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
