import type { TraceMachine } from '@vaktman/core';
import { useState } from 'react';
import { Button, DropZone, FileTrigger, isFileDropItem, ProgressBar } from 'react-aria-components';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key } from '../control/Key';
import { pegsOf, TraceDrawing, type Span } from '../drawing/TraceDrawing';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';
import { CylinderStrip } from './CylinderStrip';
import { TraceFigures } from './TraceFigures';
import { useTrace, type TraceState } from './useTrace';

const Sheet = styled.main`
  padding: 1.2rem 1.5rem 3rem;
  display: grid;
  gap: 1rem;
  h2 {
    font-size: 2rem;
  }
  ${PHONE} {
    padding: 0.9rem 0.9rem 3rem;
  }
`;
const Ask = styled.div`
  display: grid;
  grid-template-columns: 10rem 10rem minmax(0, 1fr);
  gap: 1rem;
  align-items: end;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
    > :last-child {
      grid-column: 1 / -1;
    }
  }
`;
const Zone = styled(DropZone)`
  border: 2px dashed var(--ink);
  background: var(--raised);
  &[data-drop-target] {
    background: var(--shade);
  }
`;
const Choose = styled(Button)`
  font: inherit;
  font-weight: 680;
  font-size: 1.2rem;
  min-height: 64px;
  width: 100%;
  background: none;
  color: inherit;
  border: 0;
  cursor: pointer;
`;
const Read = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 1rem 1.6rem;
  > div {
    display: grid;
    gap: 0.8rem;
    align-content: start;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Keys = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

const ZOOM = 2;
const LEAST_SAMPLES = 40;

/** A part of the same samples, nearer or farther, or to one side. */
const moved = (span: Span, count: number, by: 'in' | 'out' | 'back' | 'on'): Span => {
  const width = span.to - span.from;
  const middle = (span.from + span.to) / 2;
  const wanted =
    by === 'in' ? Math.max(LEAST_SAMPLES, width / ZOOM) : by === 'out' ? Math.min(count, width * ZOOM) : width;
  const shift = by === 'back' ? -width / 2 : by === 'on' ? width / 2 : 0;
  const from = Math.max(0, Math.min(count - wanted, middle + shift - wanted / 2));
  return { from: Math.round(from), to: Math.round(from + wanted) };
};

const TraceRead = ({ state: { name, read } }: { state: Extract<TraceState, { kind: 'read' }> }) => {
  const count = read.crank.volts.length;
  const [span, setSpan] = useState<Span>({ from: 0, to: count });
  const { columns, notes } = read.answer;
  const own = new Set(Object.keys(read.answer.figures));
  const said = notes.filter((note) => !own.has(note.split(':')[0] ?? ''));
  const column = (what: 'time' | 'volts' | 'amps'): string =>
    columns[what] === null
      ? `no ${what}`
      : `${what}: column ${columns[what].column}${columns[what].header === '' ? '' : ` “${columns[what].header}”`}`;
  return (
    <Read>
      <div>
        <TraceDrawing read={read} span={span} />
        <Keys role="group" aria-label="Part of the trace">
          <Key onPress={() => setSpan(moved(span, count, 'back'))}>Earlier</Key>
          <Key onPress={() => setSpan(moved(span, count, 'in'))}>Nearer</Key>
          <Key onPress={() => setSpan(moved(span, count, 'out'))}>Farther</Key>
          <Key onPress={() => setSpan(moved(span, count, 'on'))}>Later</Key>
        </Keys>
        <ol>
          {pegsOf(read).map(({ number, words }) => (
            <li key={number}>
              {number}: {words}
            </li>
          ))}
        </ol>
        <CylinderStrip cylinders={read.answer.cylinders} />
      </div>
      <div>
        <TraceFigures answer={read.answer} />
        <p>
          {name}: {(['time', 'volts', 'amps'] as const).map(column).join(', ')}
        </p>
        {said.length === 0 ? null : (
          <ul>
            {said.map((note) => (
              <li key={note}>{note}</li>
            ))}
          </ul>
        )}
      </div>
    </Read>
  );
};

/** A crank from an oscilloscope or a logging meter: dropped in, read on this device, and everything in it said. */
export const TraceView = () => {
  useViewTitle('A crank in milliseconds');
  const { state, take, callOff } = useTrace();
  const [volts, setVolts] = useState('12');
  const [cylinders, setCylinders] = useState('6');
  const [file, setFile] = useState<File | null>(null);
  const machine = (change: { volts?: string; cylinders?: string } = {}): TraceMachine => ({
    systemVolts: (change.volts ?? volts) === '24' ? 24 : 12,
    cylinders: (change.cylinders ?? cylinders) === '' ? null : Number(change.cylinders ?? cylinders),
  });
  const taken = (own: File): void => {
    setFile(own);
    void take(own, machine());
  };
  const again = (change: { volts?: string; cylinders?: string }): void => {
    if (file !== null) void take(file, machine(change));
  };
  return (
    <Sheet>
      <h2>A crank in milliseconds</h2>
      <Ask>
        <ChoiceField
          label="System"
          value={volts}
          onChange={(value) => {
            setVolts(value);
            again({ volts: value });
          }}
          options={[
            ['12', '12 V'],
            ['24', '24 V'],
          ]}
        />
        <ChoiceField
          label="Cylinders"
          value={cylinders}
          onChange={(value) => {
            setCylinders(value);
            again({ cylinders: value });
          }}
          options={[
            ['', 'not known'],
            ...['3', '4', '5', '6', '8', '10', '12'].map((count) => [count, count] as const),
          ]}
        />
        <Zone
          aria-label="Drop a file of samples here"
          onDrop={(event) => {
            const item = event.items.find(isFileDropItem);
            if (item !== undefined) void item.getFile().then(taken);
          }}
        >
          <FileTrigger
            acceptedFileTypes={['.csv', '.txt', '.tsv', 'text/*']}
            onSelect={(files) => (files?.[0] === undefined ? undefined : taken(files[0]))}
          >
            <Choose>Choose or drop a file of samples: CSV of a scope or a logging meter</Choose>
          </FileTrigger>
        </Zone>
      </Ask>
      {state.kind === 'none' ? (
        <p>
          Volts of the bank, amperes by the clamp, a second of rest before the key is turned. It is read on this device
          and not kept.
        </p>
      ) : null}
      {state.kind === 'reading' ? (
        <div>
          <ProgressBar aria-label={`Reading ${state.name}`} value={state.percent}>
            <p>
              Reading {state.name}: {state.percent} %
            </p>
          </ProgressBar>
          <Key onPress={callOff}>Call it off</Key>
        </div>
      ) : null}
      {state.kind === 'wrong' ? (
        <Wrong role="alert">
          {state.name}: {state.words}. Nothing was taken in.
        </Wrong>
      ) : null}
      {state.kind === 'read' ? <TraceRead key={`${state.name} ${volts} ${cylinders}`} state={state} /> : null}
    </Sheet>
  );
};
