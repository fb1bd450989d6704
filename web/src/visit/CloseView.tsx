import {
  DISPOSITION_WORDS,
  LONGEST_REMARK,
  pointName,
  proposedDue,
  stepTitle,
  type JudgedStep,
  DEFER_WORDS,
} from '@vaktman/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery } from '../api/api';
import { todayText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { DateLine } from '../control/DateLine';
import { Field, FieldGroup } from '../control/Field';
import { PrimaryKey } from '../control/Key';
import { numberIn } from '../control/numberIn';
import { NumberField } from '../control/NumberField';
import { useOnce } from '../control/useOnce';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { visitClocksEnded } from '../clock/clockSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import type { StepProps } from './stepProps';
import { useRecorder } from './useVisit';
import { Keys, Note, Side, VisitSheet } from './VisitSheet';

const Grid = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 0.9rem 1.2rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Forms = styled.form`
  display: grid;
  gap: 1.4rem;
`;

const HOURS = { min: 0, max: 10_000_000, unit: 'h' };
const KILOMETRES = { min: 0, max: 10_000_000, unit: 'km' };

/** Signing a visit off: by whom, with what remark, and when the unit is due again. */
export const CloseView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { data: fleet } = useFleetQuery();
  const { file } = detail;
  const { judgement } = judged;
  const visitId = file.visit.id;
  const recorder = useRecorder(visitId, file.visit.technician);
  const person = useAppSelector((state) => state.settings.person);
  const proposed = proposedDue(judgement.disposition, todayText(), file.visit);
  const [signedBy, setSignedBy] = useState(person);
  const [remark, setRemark] = useState('');
  const [date, setDate] = useState(proposed.date);
  const [hours, setHours] = useState(String(proposed.engineHours ?? ''));
  const [km, setKm] = useState(String(proposed.odometerKm ?? ''));
  const [tried, setTried] = useState(false);
  const { value: engineHours, error: hoursWrong } = numberIn(hours, HOURS);
  const { value: odometerKm, error: kmWrong } = numberIn(km, KILOMETRES);
  const wrong = {
    signedBy: signedBy === '' ? 'choose who signs it off' : undefined,
    engineHours: hoursWrong,
    remark:
      remark.trim().length > LONGEST_REMARK
        ? `at most ${LONGEST_REMARK} letters, this has ${remark.trim().length}`
        : undefined,
    odometerKm: kmWrong,
  };
  const close = async (): Promise<void> => {
    setTried(true);
    if (Object.values(wrong).some((words) => words !== undefined)) return;
    await recorder.event({
      kind: 'closed',
      remark: remark.trim(),
      signedBy,
      nextDue: {
        ...(date === '' ? {} : { date }),
        ...(engineHours === null ? {} : { engineHours }),
        ...(odometerKm === null ? {} : { odometerKm }),
      },
    });
    dispatch(visitClocksEnded({ visitId }));
    await navigate(`/visits/${visitId}/record`);
  };
  const [closing, ask] = useOnce(close);
  return (
    <VisitSheet detail={detail} judged={judged}>
      <Forms
        id="close"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void ask();
        }}
      >
        <h2 style={{ fontSize: '2rem' }}>Close the visit</h2>
        <FieldGroup title="Sign off">
          <Grid>
            <ChoiceField
              label="Signed off by"
              value={signedBy}
              onChange={setSignedBy}
              options={[['', 'choose a name'], ...(fleet?.people ?? []).map(({ name }) => [name, name] as const)]}
              error={tried ? wrong.signedBy : undefined}
            />
          </Grid>
          <div style={{ marginTop: '0.8rem' }}>
            <Field label="Remark" value={remark} onChange={setRemark} error={wrong.remark} />
          </div>
        </FieldGroup>
        <FieldGroup title="Next due, whichever comes first">
          <Grid>
            <DateLine label="Date" value={date} onChange={setDate} />
            <NumberField
              label="Engine hours"
              unit="h"
              value={hours}
              onChange={setHours}
              error={tried ? wrong.engineHours : undefined}
            />
            <NumberField
              label="Odometer"
              unit="km"
              value={km}
              onChange={setKm}
              error={tried ? wrong.odometerKm : undefined}
            />
          </Grid>
        </FieldGroup>
      </Forms>
      <Side>
        <p style={{ fontSize: '1.8rem' }}>
          <Mark kind={DISPOSITION_MARK[judgement.disposition]} word={DISPOSITION_WORDS[judgement.disposition]} />
        </p>
        {judgement.missing.length === 0 ? (
          <p>Everything owed is read.</p>
        ) : (
          <section>
            <h2>Not read</h2>
            <ul>
              {judgement.missing.map(({ step, point }) => (
                <li key={`${step}@${point}`}>
                  {stepTitle(step as JudgedStep)}, {pointName(point)}
                </li>
              ))}
            </ul>
          </section>
        )}
        <Note>{DEFER_WORDS}</Note>
        <Keys>
          <PrimaryKey type="submit" form="close" isPending={closing}>
            {judgement.missing.length === 0 ? 'Close the visit' : 'Close the visit unfinished'}
          </PrimaryKey>
        </Keys>
      </Side>
    </VisitSheet>
  );
};
