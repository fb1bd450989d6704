import { type UnitDetail } from '@vaktman/contract';
import {
  CAUTIONS,
  keptMethod,
  PROFILE_NAMES,
  PROFILES,
  VISIT_REASONS,
  type ProfileName,
  type Symptom,
  CAUTION_WORDS,
  DEFER_WORDS,
} from '@vaktman/core';
import { Symptoms } from './Symptoms';
import { useState } from 'react';
import { Checkbox } from 'react-aria-components';
import { Link, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { useFleetQuery, useUnitQuery } from '../api/api';
import { failedWords, isNotFound } from '../api/failure';
import { instantNow, longNowText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { Field, FieldGroup } from '../control/Field';
import { inReach } from '../control/inReach';
import { PrimaryKey } from '../control/Key';
import { numberIn, type NumberRange } from '../control/numberIn';
import { NumberField } from '../control/NumberField';
import { useOnce } from '../control/useOnce';
import { bankWords } from '../control/words';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { TitleBlock } from '../frame/TitleBlock';
import { useOutbox } from '../outbox/OutboxContext';
import { personChosen } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { conditionsChanged } from './conditionsSlice';

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
const Cautions = styled.ul`
  display: grid;
  gap: 0.55rem;
  li {
    display: grid;
    grid-template-columns: 12px 1fr;
    gap: 0.7rem;
    font-weight: 600;
    &::before {
      content: '';
      background: repeating-linear-gradient(135deg, var(--ink) 0 4px, transparent 4px 8px);
    }
  }
`;
const Acknowledge = styled(Checkbox)`
  display: flex;
  align-items: center;
  gap: 0.9rem;
  min-height: 64px;
  margin-top: 0.8rem;
  font-size: 1.25rem;
  font-weight: 680;
  cursor: pointer;
  .box {
    width: 34px;
    height: 34px;
    flex: none;
    border: 3px solid var(--ink);
    display: grid;
    place-items: center;
  }
  &[data-selected] .box {
    background: var(--live);
    color: var(--on-live);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--steel);
    outline-offset: 2px;
  }
  &[data-invalid] .box {
    border-color: var(--failed);
  }
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
const Wrong = styled.p`
  && {
    color: var(--failed);
    font-weight: 680;
  }
`;

type Numbers = 'ambientC' | 'batteryC' | 'engineHours' | 'odometerKm';
const RANGE: Readonly<Record<Numbers, NumberRange>> = {
  ambientC: { min: -60, max: 60, unit: '°C' },
  batteryC: { min: -60, max: 90, unit: '°C' },
  engineHours: { min: 0, max: 1_000_000, unit: 'h' },
  odometerKm: { min: 0, max: 10_000_000, unit: 'km' },
};

const REASON_WORDS: Readonly<Record<(typeof VISIT_REASONS)[number], string>> = {
  pm: 'Preventive maintenance',
  complaint: 'Complaint',
  'after-repair': 'After a repair',
  quick: 'Quick look: no sign of a fault, never ready',
};

const PrepareForm = ({ data }: { data: UnitDetail }) => {
  const unitId = data.unit.id;
  const navigate = useNavigate();
  const outbox = useOutbox();
  const dispatch = useAppDispatch();
  const person = useAppSelector((state) => state.settings.person);
  const fleet = useFleetQuery();
  const [texts, setTexts] = useState<Record<Numbers, string>>({
    ambientC: '',
    batteryC: '',
    engineHours: '',
    odometerKm: '',
  });
  const [reason, setReason] = useState<(typeof VISIT_REASONS)[number]>('pm');
  const [symptoms, setSymptoms] = useState<readonly Symptom[]>([]);
  const [complaint, setComplaint] = useState('');
  const [chosenProfile, setChosenProfile] = useState<ProfileName | null>(null);
  const [acknowledged, setAcknowledged] = useState(false);
  const [tried, setTried] = useState(false);
  const [visitId] = useState(() => v7());
  const profile: ProfileName = chosenProfile ?? data.profile ?? fleet.data?.profile ?? 'pile';
  const profileFrom =
    chosenProfile !== null ? 'chosen for this visit' : data.profile !== null ? "this unit's own" : "the fleet's";
  const numbers = {
    ambientC: numberIn(texts.ambientC, RANGE.ambientC),
    batteryC: numberIn(texts.batteryC, RANGE.batteryC),
    engineHours: numberIn(texts.engineHours, RANGE.engineHours),
    odometerKm: numberIn(texts.odometerKm, RANGE.odometerKm),
  };
  const temperatureMissing = numbers.ambientC.value === null && numbers.batteryC.value === null;
  const start = async (): Promise<void> => {
    setTried(true);
    if (
      person === '' ||
      !acknowledged ||
      temperatureMissing ||
      Object.values(numbers).some(({ error }) => error !== undefined)
    )
      return;
    const at = instantNow();
    await outbox.record({
      kind: 'visit',
      opening: {
        unit: data.unit,
        method: { profile, kept: keptMethod(profile) },
        visit: {
          id: visitId,
          at,
          technician: person,
          reason,
          ...(numbers.ambientC.value === null ? {} : { ambientC: numbers.ambientC.value }),
          ...(numbers.engineHours.value === null ? {} : { engineHours: numbers.engineHours.value }),
          ...(numbers.odometerKm.value === null ? {} : { odometerKm: numbers.odometerKm.value }),
          ...(complaint.trim() === '' ? {} : { complaint: complaint.trim() }),
          ...(reason === 'pm' || symptoms.length === 0 ? {} : { symptoms: [...symptoms] }),
        },
      },
    });
    await outbox.record({
      kind: 'event',
      visitId,
      event: { kind: 'cautions-acknowledged', eventId: v7(), at, by: person, cautions: [...CAUTIONS] },
    });
    const celsius = numbers.batteryC.value;
    dispatch(
      conditionsChanged({ visitId, change: { batteryC: celsius === null ? null : { celsius, atMs: Date.now() } } }),
    );
    await navigate(`/visits/${visitId}`);
  };
  const [starting, askToStart] = useOnce(start);
  const number = (key: Numbers, label: string, missing?: string) => (
    <NumberField
      label={label}
      unit={RANGE[key].unit}
      signed={RANGE[key].min < 0}
      name={key}
      value={texts[key]}
      onChange={(value) => setTexts((before) => ({ ...before, [key]: value }))}
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
              options={[['', 'choose a name'], ...(fleet.data?.people ?? []).map(({ name }) => [name, name] as const)]}
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
              onChange={(value) => setChosenProfile(PROFILE_NAMES.find((name) => name === value) ?? null)}
              options={PROFILE_NAMES.map((name) => [name, PROFILES[name].title] as const)}
            />
          </Grid>
          <p style={{ marginTop: '0.8rem', maxWidth: '40rem' }}>
            {PROFILES[profile].why} <Link to={`/method?of=${profile}`}>Its limits</Link>
          </p>
        </FieldGroup>
        <FieldGroup title="Cautions for this visit">
          <Cautions>
            {CAUTIONS.map((caution) => (
              <li key={caution}>{CAUTION_WORDS[caution]}</li>
            ))}
          </Cautions>
          <Acknowledge isSelected={acknowledged} onChange={setAcknowledged} isInvalid={tried && !acknowledged}>
            {({ isSelected }) => (
              <>
                <span className="box" aria-hidden="true">
                  {isSelected ? '✓' : ''}
                </span>
                Read, and done
              </>
            )}
          </Acknowledge>
          {tried && !acknowledged ? <Wrong role="alert">Acknowledge the cautions to go on.</Wrong> : null}
        </FieldGroup>
        {reason === 'pm' ? null : <Symptoms unit={data.unit} chosen={symptoms} choose={setSymptoms} />}
        <Foot>
          <p>{DEFER_WORDS}</p>
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
