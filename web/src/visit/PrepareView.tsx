import type { Fleet, UnitDetail } from '@vaktman/contract';
import { DEFER_WORDS, PROFILE_NAMES, PROFILES, VISIT_REASONS, type HandsNeeded } from '@vaktman/core';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery, useUnitQuery } from '../api/api';
import { failedWords, isNotFound } from '../api/failure';
import { useNow } from '../clock/useNow';
import { AskBeforeLeaving } from '../control/AskBeforeLeaving';
import { ChoiceField } from '../control/ChoiceField';
import { dayTimeText, longNowText } from '../control/dates';
import { FieldGroup } from '../control/Field';
import { Choice, NumberLine, TextLine } from '../control/formLines';
import { inReach } from '../control/inReach';
import { PrimaryKey } from '../control/Key';
import { bankWords } from '../control/words';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { TitleBlock } from '../frame/TitleBlock';
import { useInstrumentWords } from '../instrument/useInstruments';
import { PHONE } from '../theme/screen';
import { repeatWords } from '../unit/partWords';
import { CautionsRead } from './CautionsRead';
import { IntakeSheet } from './IntakeSheet';
import { RANGE } from './prepareForm';
import { usePrepare, type Preparing } from './usePrepare';

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
const Already = styled.p`
  border: 2px solid var(--ink);
  padding: 0.5rem 0.8rem;
  margin-bottom: 0.8rem;
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

/** How often the clock on the sheet is looked at. */
const CLOCK_MS = 10_000;

const handsWords = ({ minutes, secondPerson }: HandsNeeded): string =>
  `About ${minutes} min of hands, waits aside. ${
    secondPerson.length === 0
      ? 'One person does it.'
      : `A second person for ${secondPerson.map((title) => title.toLowerCase()).join(', ')}.`
  }`;

/** What this device reads with, and what is to be said of its checks. */
const ReadWith = () => {
  const { used, warnings } = useInstrumentWords();
  return (
    <p>
      Read with: {used}. <Link to="/instruments">Change</Link>
      {warnings.length === 0 ? null : <strong> {warnings.join('; ')}.</strong>}
    </p>
  );
};

/** That somebody is at this unit already: two visits at once would read it twice, and each lack what the other read. */
const OpenAlready = ({ visits }: Pick<UnitDetail, 'visits'>) => {
  const open = visits.find(({ closedAt }) => closedAt === null);
  return open === undefined ? null : (
    <Already role="status">
      A visit of this unit is open since {dayTimeText(open.startedAt)}, {open.technician}.{' '}
      <Link to={`/visits/${open.visitId}`}>Go on with that one</Link>
    </Already>
  );
};

/** Who, why, how cold, how many hours, and the cautions. */
const PrepareSheet = ({
  preparing,
  visits,
  seen,
}: Pick<UnitDetail, 'visits'> & { preparing: Preparing; seen: () => void }) => {
  const { form, profile, reason, hands, starting, askToStart } = preparing;
  const { control, trigger, setValue, watch, formState } = form;
  const number = (key: keyof typeof RANGE, label: string) => (
    <NumberLine control={control} name={key} label={label} unit={RANGE[key].unit} signed={RANGE[key].min < 0} />
  );
  const asksSymptoms = reason === 'complaint' || reason === 'after-repair';
  return (
    <Sheet
      onSubmit={(event) => {
        event.preventDefault();
        if (!asksSymptoms) void askToStart();
        else void trigger(undefined, { shouldFocus: true }).then((isGood) => (isGood ? seen() : undefined));
      }}
      noValidate
    >
      <FieldGroup title="Prepare the visit">
        <OpenAlready visits={visits} />
        <Grid>
          <TextLine control={control} name="technician" label="Technician" isDisabled />
          <Choice
            control={control}
            name="reason"
            label="Why"
            options={VISIT_REASONS.map((own) => [own, REASON_WORDS[own]] as const)}
          />
          {number('batteryC', 'Battery temperature')}
          {number('ambientC', 'Air temperature')}
          {number('engineHours', 'Engine hours')}
          {number('odometerKm', 'Odometer')}
          {reason === 'pm' ? null : <TextLine control={control} name="complaint" label="Complaint" />}
          <ChoiceField
            label="Judged by"
            value={profile}
            onChange={(value) => setValue('profile', value)}
            options={PROFILE_NAMES.map((name) => [name, PROFILES[name].title] as const)}
          />
        </Grid>
        <p style={{ marginTop: '0.8rem', maxWidth: '40rem' }}>
          {PROFILES[profile].why} <Link to={`/method?of=${profile}`}>Its limits</Link>
        </p>
        <ReadWith />
        {(preparing.repeats ?? []).map((repeat) => (
          <p key={repeat.place}>{repeatWords(repeat)}</p>
        ))}
      </FieldGroup>
      <CautionsRead
        read={watch('acknowledged')}
        setRead={(read) => setValue('acknowledged', read, { shouldValidate: formState.isSubmitted, shouldDirty: true })}
        error={formState.errors.acknowledged?.message}
      />
      <Foot>
        <div>
          <p>{handsWords(hands)}</p>
          <p>{DEFER_WORDS}</p>
        </div>
        <PrimaryKey type="submit" isPending={starting}>
          {asksSymptoms ? 'What was seen' : 'Start the visit'}
        </PrimaryKey>
      </Foot>
    </Sheet>
  );
};

const PrepareForm = ({ data, fleet }: { data: UnitDetail; fleet: Fleet }) => {
  const unitId = data.unit.id;
  const preparing = usePrepare(data, fleet);
  const { profile, profileFrom } = preparing;
  const now = useNow(CLOCK_MS);
  const [asksSeen, setAsksSeen] = useState(false);
  const isWrong = Object.keys(preparing.form.formState.errors).length > 0;
  useEffect(() => {
    // What is wrong by the time it is begun is shown where it is put right.
    if (isWrong) setAsksSeen(false);
  }, [isWrong]);
  const turnTo = (seen: boolean): void => {
    setAsksSeen(seen);
    window.scrollTo(0, 0);
  };
  return (
    <>
      <TitleBlock
        plate={data.unit.id}
        lines={[data.unit.description]}
        cells={[
          { label: 'Bank', value: bankWords(data.unit.systemVolts, data.unit.bank.arrangement) },
          { label: 'Method', value: `${PROFILES[profile].title}, ${profileFrom}` },
          { label: 'Now', value: longNowText(new Date(now)) },
        ]}
        end={
          <>
            <DeviceKeys />
            <EndLink to={`/units/${encodeURIComponent(unitId)}`}>Back to {unitId}</EndLink>
          </>
        }
      />
      <main>
        {asksSeen ? (
          <IntakeSheet unit={data.unit} preparing={preparing} back={() => turnTo(false)} />
        ) : (
          <PrepareSheet preparing={preparing} visits={data.visits} seen={() => turnTo(true)} />
        )}
      </main>
      <AskBeforeLeaving asks={preparing.wouldLose} />
    </>
  );
};

/** Before the first reading: who, why, how cold, how many hours, and the cautions. */
export const PrepareView = () => {
  const { unitId = '' } = useParams();
  const unit = useUnitQuery(unitId);
  // What a visit is judged by is the fleet's to say, and is not guessed.
  const fleet = useFleetQuery();
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
  if (fleet.data === undefined) {
    if (!fleet.isError) return <Loading />;
    return (
      <FailedPage
        title="What the fleet judges by could not be loaded"
        words={failedWords(fleet.error)}
        again={() => void fleet.refetch()}
      />
    );
  }
  return <PrepareForm key={unitId} data={unit.currentData} fleet={fleet.data} />;
};
