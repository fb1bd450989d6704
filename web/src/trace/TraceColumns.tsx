import type { ColumnChoice, TraceChoice, TracePreview } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key } from '../control/Key';
import { Scroll, Table } from '../control/tableStyle';

const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 0.7rem;
  align-items: end;
  margin-top: 0.7rem;
`;
const Sheet = styled.section`
  border: 2px solid var(--ink);
  padding: 0.9rem;
`;

/** What the numbers of a column are multiplied with, by what they are. */
const UNITS = {
  time: [
    ['1', 's'],
    ['0.001', 'ms'],
    ['0.000001', 'µs'],
  ],
  volts: [
    ['1', 'V'],
    ['0.001', 'mV'],
    ['10', 'V by a 10:1 probe'],
  ],
  amps: [
    ['1', 'A'],
    ['0.001', 'mA'],
    ['1000', 'V of a clamp, 1 mV per A'],
    ['100', 'V of a clamp, 10 mV per A'],
    ['10', 'V of a clamp, 100 mV per A'],
    ['0.1', 'mV of a clamp, 10 mV per A'],
    ['0.01', 'mV of a clamp, 100 mV per A'],
  ],
} as const;
type What = keyof typeof UNITS;
const WORDS: Readonly<Record<What, string>> = {
  time: 'Time',
  volts: 'Volts of the bank',
  amps: 'Amperes of the clamp',
};
const WHATS = ['time', 'volts', 'amps'] as const;

const NOTHING_FOUND = { time: null, volts: null, amps: null };
const asText = (factor: number): string => String(Number(factor.toPrecision(6)));

/** The columns of a file as they were found, to be put right; what is chosen holds for every file with this head. */
export const TraceColumns = ({
  preview,
  found = NOTHING_FOUND,
  choose,
  close,
}: {
  readonly preview: TracePreview;
  /** The columns as they were found. */
  readonly found?: Readonly<Record<What, ColumnChoice | null>>;
  readonly choose: (choice: TraceChoice | null) => void;
  readonly close?: () => void;
}) => {
  const [chosen, setChosen] = useState<Readonly<Record<What, ColumnChoice | null>>>(found);
  const columns = preview.names.map((name, index) => [String(index + 1), `${index + 1} ${name}`.trim()] as const);
  const taken = WHATS.flatMap((what) => chosen[what]?.column ?? []);
  const problem =
    chosen.volts === null
      ? 'Volts: choose the column of the bank.'
      : new Set(taken).size < taken.length
        ? 'Each column can be only one of them.'
        : chosen.time === null && found.time !== null
          ? 'Time: choose its column.'
          : null;
  const unitsOf = (what: What): readonly (readonly [string, string])[] => {
    const own = chosen[what];
    const known: readonly (readonly [string, string])[] = UNITS[what];
    return own === null || known.some(([factor]) => factor === asText(own.factor))
      ? known
      : [[asText(own.factor), `as found, times ${asText(own.factor)}`], ...known];
  };
  return (
    <Sheet aria-label="Columns">
      <h3>Columns of the file</h3>
      <Scroll>
        <Table>
          <thead>
            <tr>
              {columns.map(([column, words]) => (
                <th key={column} scope="col">
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {preview.rows.map((row, index) => (
              <tr key={index}>
                {columns.map(([column], at) => (
                  <td key={column}>{row[at] ?? ''}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
      <Fields>
        {WHATS.map((what) => (
          <ChoiceField
            key={what}
            label={WORDS[what]}
            value={String(chosen[what]?.column ?? '')}
            onChange={(value) =>
              setChosen({
                ...chosen,
                [what]: value === '' ? null : { column: Number(value), factor: chosen[what]?.factor ?? 1 },
              })
            }
            options={what === 'volts' ? columns : [['', 'none'], ...columns]}
          />
        ))}
        {WHATS.map((what) => {
          const own = chosen[what];
          return own === null ? null : (
            <ChoiceField
              key={what}
              label={`${WORDS[what]}, in`}
              value={asText(own.factor)}
              onChange={(value) => setChosen({ ...chosen, [what]: { ...own, factor: Number(value) } })}
              options={unitsOf(what)}
            />
          );
        })}
      </Fields>
      {problem === null ? null : <p role="status">{problem}</p>}
      <Fields>
        <Key
          isDisabled={problem !== null}
          onPress={() => {
            const { time, volts, amps } = chosen;
            if (volts !== null) choose({ time, volts, amps });
          }}
        >
          Read it so
        </Key>
        <Key onPress={() => choose(null)}>As found</Key>
        {close === undefined ? null : <Key onPress={close}>Close</Key>}
      </Fields>
    </Sheet>
  );
};
