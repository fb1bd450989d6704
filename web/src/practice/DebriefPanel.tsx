import { faultText, figure, type Danger, type Debrief, type Fault, type Score } from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useWords } from '../control/ReaderContext';
import { Words } from '../control/Words';
import { Figure } from '../control/Figure';
import { Key } from '../control/Key';
import { Mark } from '../control/Mark';
import { PHONE } from '../theme/screen';

const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 1.4rem 2rem;
  padding: 1.2rem 1.5rem 2rem;
  h2 {
    font-size: 1.7rem;
    margin-bottom: 0.4rem;
  }
  > * {
    min-width: 0;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Points = styled.p`
  font-size: 5rem;
  line-height: 1;
`;
const Rows = styled.ul`
  li {
    padding: 0.4rem 0;
    border-top: 1px solid var(--rule);
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: 0.95rem;
  }
`;

const DANGER_WORDS: Readonly<Record<Danger, string>> = {
  'pile-too-long': 'The pile was on for more than 15 s.',
  'crank-too-long': 'It was cranked for more than 15 s.',
  'load-on-frozen': 'A frozen battery was loaded.',
  'pile-made-under-load': 'A pile lead was made or broken with the knob not at zero.',
  'pile-of-wrong-volts': 'A 12 V pile was put across more than 12 V.',
  'cut-off-while-running': 'A battery was cut off with the engine running.',
  'lead-moved-while-cranking': 'A lead was moved while the engine was cranked.',
};

const Ladder = ({ ladder }: { ladder: Debrief['ladder'] }) => {
  const words = useWords();
  const most = Math.max(0.2, ...ladder.flatMap(({ volts, soundVolts }) => [volts, soundVolts]));
  return (
    <svg
      viewBox={`0 0 520 ${ladder.length * 44 + 8}`}
      role="img"
      aria-label={words(
        `Volts lost at 500 A: ${ladder.map(({ name, volts, soundVolts }) => `${name} ${figure(volts, 2)} V, sound ${figure(soundVolts, 2)} V`).join('; ')}`,
      )}
      style={{ width: '100%' }}
    >
      {ladder.map(({ name, volts, soundVolts }, index) => {
        const y = 8 + index * 44;
        const bad = volts > 2 * soundVolts + 0.05;
        return (
          <g key={name}>
            <text x="0" y={y + 22} fontSize="16" fontWeight="640" fill="var(--ink)">
              {name}
            </text>
            <rect
              x="210"
              y={y + 4}
              width={Math.max(2, (220 * volts) / most)}
              height="16"
              fill={bad ? 'var(--failed)' : 'var(--copper)'}
            />
            <rect
              x="210"
              y={y + 22}
              width={Math.max(2, (220 * soundVolts) / most)}
              height="8"
              fill="none"
              stroke="var(--ink)"
            />
            <text x="518" y={y + 22} textAnchor="end" fontSize="16" fontWeight="700" fill="var(--ink)">
              <Words>{`${figure(volts, 2)} V`}</Words>
            </text>
          </g>
        );
      })}
    </svg>
  );
};

/** Looking back: what was hidden, how it was done, the readings that would have told, and the shortest way. */
export const DebriefPanel = ({
  faults,
  score,
  told,
  again,
}: {
  faults: readonly Fault[];
  score: Score | null;
  told: Debrief | null;
  again: () => void;
}) => (
  <Sheet>
    <section>
      <h2>
        {score === null
          ? 'What was hidden'
          : score.found === 'all'
            ? 'Found'
            : score.found === 'some'
              ? 'Found in part'
              : 'Not found'}
      </h2>
      {score === null ? null : (
        <>
          <Points data-testid="points">
            <Figure text={String(score.points)} unit="of 100" />
          </Points>
          <p>
            {figure(score.minutes, 0)} min of work{score.overTime ? ', over the time set' : ''}.
          </p>
        </>
      )}
      <Rows>
        {faults.length === 0 ? (
          <li>
            <strong>Nothing was hidden: a sound machine.</strong>
          </li>
        ) : null}
        {faults.map((fault) => (
          <li key={faultText(fault)}>
            <strong>
              <Words>{`Hidden: ${faultText(fault)}`}</Words>
            </strong>
          </li>
        ))}
        {(score?.wrong ?? []).map((words) => (
          <li key={words}>
            <Mark kind="failed" word="wrong" /> {words}
          </li>
        ))}
        {(score?.needless ?? []).map((words, index) => (
          <li key={`${index} ${words}`}>
            <Mark kind="failed" word="for nothing" /> {words}
          </li>
        ))}
        {(score?.dangers ?? []).map((danger) => (
          <li key={danger}>
            <Mark kind="failed" word="dangerous" /> {DANGER_WORDS[danger]}
          </li>
        ))}
      </Rows>
      <h2 style={{ marginTop: '1.2rem' }}>Volts lost at 500 A</h2>
      <p>Filled: this machine. Outlined: a sound one.</p>
      {told === null ? <p>Being worked out.</p> : <Ladder ladder={told.ladder} />}
    </section>
    <section>
      <h2>The shortest way</h2>
      <Rows>
        {(told?.shortest ?? []).map((reading) => (
          <li key={reading.title}>
            <strong>{reading.title}</strong>: <Words>{reading.read}</Words>
            <small>
              a sound machine: <Words>{reading.sound}</Words>. About {reading.minutes} min.
            </small>
          </li>
        ))}
      </Rows>
      <h2 style={{ marginTop: '1.2rem' }}>Readings that would have told</h2>
      <Rows>
        {(told?.telling ?? []).map((reading) => (
          <li key={reading.title}>
            {reading.title}: <Words>{reading.read}</Words>
            <small>
              <Words>{reading.because}</Words>
            </small>
          </li>
        ))}
      </Rows>
      <div style={{ display: 'grid', gap: '0.6rem', marginTop: '1rem' }}>
        <Key onPress={again}>Again from the start</Key>
        <p>
          <Link to="/practice">To the exercises</Link>
        </p>
      </div>
    </section>
  </Sheet>
);
