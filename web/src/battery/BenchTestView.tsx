import type { BatteryDetail } from '@vaktman/contract';
import { CAUTION_WORDS, stepTitle } from '@vaktman/core';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { useBatteryQuery, useReadBenchMutation } from '../api/api';
import { failedWords, isNotFound, problemText } from '../api/failure';
import { Words } from '../control/Words';
import { instantNow } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { Keypad } from '../control/Keypad';
import type { EntryValues } from '../control/keypadEntry';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { TitleBlock } from '../frame/TitleBlock';
import { usePersonName } from '../session/useMay';
import { PHONE } from '../theme/screen';
import { MeasureChoices } from '../visit/measure/MeasureChoices';
import { ratingWords, whereWords } from './batteryWords';
import { benchSpec, TYPED_AT_BENCH, type TypedAtBench } from './benchSpec';

const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 26rem);
  gap: 1rem 2rem;
  padding: 1.2rem 1.5rem 1.4rem;
  h2 {
    font-size: 2rem;
  }
  > div {
    display: grid;
    gap: 0.9rem;
    align-content: start;
  }
  .wrong {
    color: var(--failed);
    font-weight: 680;
  }
  ${PHONE} {
    /* Its parts stand in the sheet itself, so that the keypad stays in reach all the way down. */
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    padding: 0.7rem 0.9rem 1rem;
    > div {
      display: contents;
    }
    .how {
      display: none;
    }
  }
`;

const Aim = styled.p`
  font-size: 1.5rem;
  font-weight: 660;
  ${PHONE} {
    font-size: 1.25rem;
  }
`;

/** Tests by instruments that are made for used batteries. */
const FOR_USED: ReadonlySet<string> = new Set(['battery.tester', 'battery.conductance', 'battery.milliohm']);

const BenchTest = ({ detail }: { readonly detail: BatteryDetail }) => {
  const { batteryId, battery } = detail;
  const navigate = useNavigate();
  const person = usePersonName();
  const [readBench] = useReadBenchMutation();
  const [step, setStep] = useState<TypedAtBench>('battery.openCircuit');
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const sent = useRef<{ said: string; id: string; at: string } | null>(null);
  const spec = benchSpec(battery, step);
  const choices = { ...Object.fromEntries(spec.choices.map(({ key, initial }) => [key, initial])), ...chosen };
  const save = async (values: EntryValues): Promise<void> => {
    const built = spec.build(values, choices);
    const said = JSON.stringify(built);
    // Sent again after an answer that was lost it is the same reading; typed otherwise it is another.
    if (sent.current?.said !== said) sent.current = { said, id: v7(), at: instantNow() };
    const reading = { ...built, id: sent.current.id, at: sent.current.at };
    const answer = await readBench({ batteryId, reading: { takenBy: person, reading } });
    if (answer.error !== undefined) setFailure(problemText(answer.error));
    else await navigate(`/batteries/${batteryId}`);
  };
  return (
    <Sheet>
      <div>
        <h2>{stepTitle(step)}</h2>
        <ChoiceField
          label="Test"
          value={step}
          onChange={(value) => {
            setStep(TYPED_AT_BENCH.find((own) => own === value) ?? step);
            setChosen({});
          }}
          options={TYPED_AT_BENCH.map((own) => [own, stepTitle(own)] as const)}
        />
        <MeasureChoices
          spec={spec}
          choices={choices}
          choose={(key, value) => setChosen((before) => ({ ...before, [key]: value }))}
        />
        {spec.aim === null ? null : <Aim>{spec.aim}</Aim>}
        {spec.how.map((line) => (
          <p key={line} className="how">
            <Words>{line}</Words>
          </p>
        ))}
        <p className="how">{CAUTION_WORDS['eyes-hands']}</p>
        {detail.stays.length === 0 && FOR_USED.has(step) ? (
          <p>Never fitted: hand-held testers are for used batteries, here they only support.</p>
        ) : null}
        {failure === null ? null : (
          <p className="wrong" role="alert">
            {failure}
          </p>
        )}
      </div>
      {person === '' ? (
        <p role="status">Choose who is working here, in the bar of the watch: every reading keeps a name.</p>
      ) : (
        <Keypad key={step} fields={spec.fields(choices)} save={save} saveWords="Save reading" />
      )}
    </Sheet>
  );
};

/** A battery tested by itself, outside any visit: on the bench or in the store room. */
export const BenchTestView = () => {
  const { batteryId = '' } = useParams();
  const { currentData: detail, isError, error, refetch } = useBatteryQuery(batteryId);
  if (detail === undefined) {
    if (!isError) return <Loading />;
    return (
      <FailedPage
        title={isNotFound(error) ? 'This battery is not on record' : 'The battery could not be loaded'}
        words={isNotFound(error) ? 'Look for its serial among the batteries.' : failedWords(error)}
        again={() => void refetch()}
      />
    );
  }
  return (
    <>
      <TitleBlock
        plate={detail.battery.serial ?? 'no serial'}
        lines={[detail.battery.make ?? 'make not on record', ratingWords(detail.battery)]}
        cells={[{ label: 'Is', value: whereWords(detail) }]}
        end={
          <>
            <DeviceKeys />
            <EndLink to={`/batteries/${batteryId}`}>Back to the battery</EndLink>
          </>
        }
      />
      <BenchTest key={batteryId} detail={detail} />
    </>
  );
};
