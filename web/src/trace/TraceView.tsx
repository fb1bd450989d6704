import { limitBook, traceFacts, type TraceMachine } from '@vaktman/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key } from '../control/Key';
import { linesOfRead } from '../drawing/traceLines';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';
import { CylinderStrip } from './CylinderStrip';
import { CYLINDER_CHOICES } from './cylinderChoices';
import { TakeTrace } from './TakeTrace';
import { TraceChart } from './TraceChart';
import { TraceColumns } from './TraceColumns';
import { TraceFigures } from './TraceFigures';
import { TraceNotes } from './TraceNotes';
import { useTrace, type TraceState } from './useTrace';
import { useTraceFile } from './useTraceFile';

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
  align-items: start;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
    > :last-child {
      grid-column: 1 / -1;
    }
  }
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

const Shown = ({
  state: { read, name },
  systemVolts,
  choose,
}: {
  systemVolts: TraceMachine['systemVolts'];
  state: Extract<TraceState, { kind: 'read' }>;
  choose: ReturnType<typeof useTraceFile>['choose'];
}) => {
  const lines = useMemo(() => linesOfRead(read), [read]);
  const facts = useMemo(() => traceFacts(read), [read]);
  // It belongs to no visit: the usual limits.
  const limits = useMemo(() => limitBook('pile', systemVolts), [systemVolts]);
  const [columns, setColumns] = useState(false);
  return (
    <Read>
      <div>
        <TraceChart lines={lines} />
        <CylinderStrip reading={facts} limits={limits} />
      </div>
      <div>
        <TraceFigures reading={facts} />
        <TraceNotes read={read} name={name} />
        {columns ? (
          <TraceColumns
            preview={read.preview}
            found={read.answer.columns}
            choose={(choice) => choose(read.preview, choice)}
            close={() => setColumns(false)}
          />
        ) : (
          <Key onPress={() => setColumns(true)}>Put the columns right</Key>
        )}
      </div>
    </Read>
  );
};

/** A crank from an oscilloscope or a logging meter: dropped in, read on this device, and everything in it said. */
export const TraceView = () => {
  useViewTitle('A crank in milliseconds');
  const { state, take: read, callOff } = useTrace();
  const [volts, setVolts] = useState('12');
  const [cylinders, setCylinders] = useState('6');
  const machine = useMemo(
    (): TraceMachine => ({
      systemVolts: volts === '24' ? 24 : 12,
      cylinders: cylinders === '' ? null : Number(cylinders),
    }),
    [volts, cylinders],
  );
  const { take, choose, forget } = useTraceFile(read, machine);
  return (
    <Sheet>
      <h2>A crank in milliseconds</h2>
      <Ask>
        <ChoiceField
          label="System"
          value={volts}
          onChange={setVolts}
          options={[
            ['12', '12 V'],
            ['24', '24 V'],
          ]}
        />
        <ChoiceField label="Cylinders" value={cylinders} onChange={setCylinders} options={CYLINDER_CHOICES} />
        <div>
          <TakeTrace
            state={state}
            take={take}
            callOff={() => {
              forget();
              callOff();
            }}
            choose={choose}
          />
        </div>
      </Ask>
      {state.kind === 'none' ? (
        <p>
          Volts of the bank, amperes by the clamp, a second of rest before the key is turned. Read on this device and
          not kept here: in a visit, “Trace of a crank” judges it and keeps it with the unit.
        </p>
      ) : null}
      {state.kind === 'read' ? (
        <Shown
          key={`${state.name} ${volts} ${cylinders}`}
          state={state}
          systemVolts={machine.systemVolts}
          choose={choose}
        />
      ) : null}
    </Sheet>
  );
};
