import { EXERCISES, type DebriefInput, type Exercise, type ScenarioFile } from '@vaktman/core';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { instantNow } from '../control/dates';
import { Key, KeyLink } from '../control/Key';
import { MainBar } from '../frame/MainBar';
import { useViewTitle } from '../frame/useViewTitle';
import { useOutbox } from '../outbox/OutboxContext';
import { usePersonName } from '../session/useMay';
import { useAppDispatch } from '../store';
import { PHONE } from '../theme/screen';
import { HazardStrip } from './HazardStrip';
import { practiceVisitSet } from './practiceSlice';
import { usePracticeGround } from './usePracticeGround';
import { FreePlay } from './FreePlay';

const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 1.4rem 2.4rem;
  padding: 1.2rem 1.5rem 2rem;
  align-items: start;
  h2 {
    font-size: 1.8rem;
    margin-bottom: 0.4rem;
  }
  > * {
    min-width: 0;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const List = styled.ul`
  li {
    display: grid;
    grid-template-columns: 6rem minmax(0, 1fr) auto auto;
    gap: 0.9rem;
    align-items: center;
    border-top: 1px solid var(--rule);
    padding: 0.4rem 0;
  }
  small {
    display: block;
    font-size: 0.98rem;
    color: var(--ink-2);
  }
  a,
  button {
    min-height: 52px;
    padding: 0 0.9rem;
    font-size: 1.05rem;
  }
  ${PHONE} {
    li {
      grid-template-columns: 1fr 1fr;
    }
    li > div {
      grid-column: 1 / -1;
    }
  }
`;
/** Opens a practice visit: the real screens on a simulated machine, kept on this device and nowhere else. */
const usePracticeVisit = (): ((input: DebriefInput) => Promise<void>) => {
  const outbox = useOutbox();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const person = usePersonName() || 'trainee';
  return async (input) => {
    const visitId = v7();
    const scenario: ScenarioFile = {
      format: 'vaktman-scenario',
      version: 1,
      unit: input.unit,
      ambientC: input.ambientC,
      stateOfChargePercent: input.stateOfChargePercent,
      seed: input.seed,
      faults: [...input.faults],
    };
    dispatch(practiceVisitSet({ visitId, scenario }));
    await outbox.record({
      kind: 'visit',
      opening: {
        unit: input.unit,
        method: { profile: 'pile' },
        visit: { id: visitId, at: instantNow(), technician: person, reason: 'pm', ambientC: input.ambientC },
      },
    });
    await navigate(`/visits/${visitId}`);
  };
};

const Row = ({ exercise, visit }: { exercise: Exercise; visit: (input: DebriefInput) => Promise<void> }) => (
  <li>
    <span>{exercise.level}</span>
    <div>
      <strong>{exercise.title}</strong>
      <small>
        {exercise.story} {exercise.minutes} min.
      </small>
    </div>
    <Key onPress={() => visit(exercise)}>As a visit</Key>
    <KeyLink to={`/practice/${EXERCISES.indexOf(exercise) + 1}`}>Bench</KeyLink>
  </li>
);

/** Exercises from easy to nasty, and free play on any unit of the fleet. */
export const PracticeView = () => {
  usePracticeGround(true);
  useViewTitle('Practice');
  const visit = usePracticeVisit();
  return (
    <>
      <HazardStrip />
      <MainBar />
      <Sheet>
        <section>
          <h2>Exercises</h2>
          <List>
            {EXERCISES.map((exercise) => (
              <Row key={exercise.id} exercise={exercise} visit={visit} />
            ))}
          </List>
        </section>
        <section>
          <h2>Free play</h2>
          <FreePlay visit={visit} />
        </section>
      </Sheet>
    </>
  );
};
