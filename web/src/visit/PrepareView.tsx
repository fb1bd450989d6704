import { type UnitDetail } from '@vaktman/contract';
import { usePrepare, RANGE, type Numbers } from './usePrepare';
import { CautionsRead } from './CautionsRead';
import { PROFILE_NAMES, PROFILES, VISIT_REASONS, DEFER_WORDS } from '@vaktman/core';
import type { HandsNeeded } from '@vaktman/core';
import { Symptoms } from './Symptoms';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useUnitQuery } from '../api/api';
import { failedWords, isNotFound } from '../api/failure';
import { longNowText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { Field, FieldGroup } from '../control/Field';
import { inReach } from '../control/inReach';
import { PrimaryKey } from '../control/Key';
import { NumberField } from '../control/NumberField';
import { bankWords } from '../control/words';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { TitleBlock } from '../frame/TitleBlock';
import { personChosen } from '../settings/settingsSlice';
import { useAppDispatch } from '../store';
import { PHONE } from '../theme/screen';

const Sheet = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 1.2rem 2rem;
  padding: 1.2rem 1.5rem 2rem;
  ${PHONE} {
    grid-template-columns: 1fr;
    padding: 0.9rem 0.9rem 3.5rem;
  }
`;
const Grid = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.9rem 1.2rem;
`;
const Foot = styled.div`
  grid-column: 1 / -1;
  ${inReach}
  display: grid;
  grid-template-columns: 1fr minmax(16rem, 26rem);
  gap: 1.5rem;
  align-items: center;
  p {
    color: var(--ink-2);
  }
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const REASON_WORDS: Readonly<Record<(typeof VISIT_REASONS)[number], string>> = {
  pm: 'Preventive maintenance',
  complaint: 'Complaint',
  'after-repair': 'After a repair',
  quick: 'Quick look: no sign of a fault, never ready',
};

const handsWords = ({ minutes, secondPerson }: HandsNeeded): string =>
  `About ${minutes} min of hands, waits aside. ${
    secondPerson.length === 0
      ? 'One person does it.'
      : `A second person for ${secondPerson.map((title) => title.toLowerCase()).join(', ')}.`
  }`;

const PrepareForm = ({ data }: { data: UnitDetail }) => {
  const unitId = data.unit.id;
  const dispatch = useAppDispatch();
  const {
    person,
    people,
    texts,
    setText,
    numbers,
    reason,
    setReason,
    symptoms,
    setSymptoms,
    complaint,
    setComplaint,
    profile,
    profileFrom,
    choose,
    acknowledged,
    setAcknowledged,
    tried,
    temperatureMissing,
    hands,
    starting,
    askToStart,
  } = usePrepare(data);
  const number = (key: Numbers, label: string, missing?: string) => (
    <NumberField
      label={label}
      unit={RANGE[key].unit}
      signed={RANGE[key].min < 0}
      name={key}
      value={texts[key]}
      onChange={(value) => setText(key, value)}
      error={numbers[key].error ?? (tried ? missing : undefined)}
    />
  );
  return (
    <>
      <TitleBlock
        plate={data.unit.id}
        lines={[data.unit.description]}
        cells={[
          { label: 'Bank', value: bankWords(data.unit.systemVolts, data.unit.bank.arrangement) },
          { label: 'Method', value: `${PROFILES[profile].title}, ${profileFrom}` },
          { label: 'Now', value: longNowText(new Date()) },
        ]}
        end={
          <>
            <DeviceKeys />
            <EndLink to={`/units/${encodeURIComponent(unitId)}`}>Back to {unitId}</EndLink>
          </>
        }
      />
      <Sheet
        onSubmit={(event) => {
          event.preventDefault();
          void askToStart();
        }}
        noValidate
      >
        <FieldGroup title="Prepare the visit">
          <Grid>
            <ChoiceField
              label="Technician"
              value={person}
              onChange={(value) => dispatch(personChosen(value))}
              options={[['', 'choose a name'], ...people.map(({ name }) => [name, name] as const)]}
              error={tried && person === '' ? 'choose who takes the readings' : undefined}
            />
            <ChoiceField
              label="Why"
              value={reason}
              onChange={(value) => setReason(VISIT_REASONS.find((own) => own === value) ?? 'pm')}
              options={VISIT_REASONS.map((own) => [own, REASON_WORDS[own]] as const)}
            />
            {number(
              'batteryC',
              'Battery temperature',
              temperatureMissing ? 'enter battery or air temperature: the load limit depends on it' : undefined,
            )}
            {number('ambientC', 'Air temperature')}
            {number('engineHours', 'Engine hours')}
            {number('odometerKm', 'Odometer')}
            {reason === 'pm' ? null : <Field label="Complaint" value={complaint} onChange={setComplaint} />}
            <ChoiceField
              label="Judged by"
              value={profile}
              onChange={(value) => choose(PROFILE_NAMES.find((name) => name === value) ?? null)}
              options={PROFILE_NAMES.map((name) => [name, PROFILES[name].title] as const)}
            />
          </Grid>
          <p style={{ marginTop: '0.8rem', maxWidth: '40rem' }}>
            {PROFILES[profile].why} <Link to={`/method?of=${profile}`}>Its limits</Link>
          </p>
        </FieldGroup>
        <CautionsRead read={acknowledged} setRead={setAcknowledged} asked={tried} />
        {reason === 'pm' ? null : <Symptoms unit={data.unit} chosen={symptoms} choose={setSymptoms} />}
        <Foot>
          <div>
            <p>{handsWords(hands)}</p>
            <p>{DEFER_WORDS}</p>
          </div>
          <PrimaryKey type="submit" isPending={starting}>
            Start the visit
          </PrimaryKey>
        </Foot>
      </Sheet>
    </>
  );
};

/** Before the first reading: who, why, how cold, how many hours, and the cautions. */
export const PrepareView = () => {
  const { unitId = '' } = useParams();
  const unit = useUnitQuery(unitId);
  if (unit.currentData === undefined) {
    if (!unit.isError) return <Loading />;
    return (
      <FailedPage
        title={isNotFound(unit.error) ? `${unitId} is not registered` : 'The unit could not be loaded'}
        words={isNotFound(unit.error) ? 'Look for it in the watch, or add it.' : failedWords(unit.error)}
        again={() => void unit.refetch()}
      />
    );
  }
  return <PrepareForm key={unitId} data={unit.currentData} />;
};
