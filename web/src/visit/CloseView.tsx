import {
  DISPOSITION_WORDS,
  LONGEST_REMARK,
  classRules,
  pointName,
  proposedDue,
  stepTitle,
  type JudgedStep,
  type NextDue,
  DEFER_WORDS,
} from '@vaktman/core';
import { useEffect } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import * as z from 'zod';
import { useFleetQuery, useUnitQuery } from '../api/api';
import { AskForForm } from '../control/AskForForm';
import { todayText } from '../control/dates';
import { draftResolver, numberTyped } from '../control/draftForm';
import { FieldGroup } from '../control/Field';
import { DayLine, NumberLine, TextLine } from '../control/formLines';
import { PrimaryKey } from '../control/Key';
import { within } from '../control/numberIn';
import { useOnce } from '../control/useOnce';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { visitClocksEnded } from '../clock/clockSlice';
import { usePersonName } from '../session/useMay';
import { useAppDispatch } from '../store';
import { PHONE } from '../theme/screen';
import type { StepProps } from './stepProps';
import { useMayIn } from './useMayIn';
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

interface Typed {
  signedBy: string;
  remark: string;
  date: string;
  engineHours: string;
  odometerKm: string;
}
const closeSchema = z.object({
  signedBy: z.string().refine((name) => name !== '', { error: 'choose who signs it off' }),
  remark: z.string().refine(({ length }) => length <= LONGEST_REMARK, {
    error: ({ input }) => `at most ${LONGEST_REMARK} letters, this has ${String(input).length}`,
  }),
  date: z.string(),
  engineHours: within({ min: 0, max: 10_000_000, unit: 'h' }),
  odometerKm: within({ min: 0, max: 10_000_000, unit: 'km' }),
});
type Closing = z.infer<typeof closeSchema>;
const resolver = draftResolver<Typed, Closing>(closeSchema, (typed) => ({
  ...typed,
  remark: typed.remark.trim(),
  engineHours: numberTyped(typed.engineHours),
  odometerKm: numberTyped(typed.odometerKm),
}));

const dueTyped = ({ date, engineHours, odometerKm }: NextDue): Pick<Typed, 'date' | 'engineHours' | 'odometerKm'> => ({
  date,
  engineHours: String(engineHours ?? ''),
  odometerKm: String(odometerKm ?? ''),
});

/** Signing a visit off: by whom, with what remark, and when the unit is due again. */
export const CloseView = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { data: fleet } = useFleetQuery();
  const { file } = detail;
  const { judgement } = judged;
  const visitId = file.visit.id;
  const recorder = useRecorder(visitId, file.visit.technician);
  const person = usePersonName();
  const maySign = useMayIn(visitId, 'technician');
  const { data: unit } = useUnitQuery(file.unit.id);
  const own = classRules(fleet?.classes ?? [], unit?.card.class ?? '').intervals;
  const proposed = proposedDue(judgement.disposition, todayText(), file.visit, own);
  const { control, handleSubmit, reset, getValues, formState } = useForm<Typed, unknown, Closing>({
    defaultValues: { signedBy: person, remark: '', ...dueTyped(proposed) },
    resolver,
  });
  const { dirtyFields } = formState;
  const isDueTyped = (['date', 'engineHours', 'odometerKm'] as const).some((name) => dirtyFields[name] === true);
  const { date: dueDate, engineHours: dueHours, odometerKm: dueKm } = dueTyped(proposed);
  useEffect(() => {
    // Whoever signs in meanwhile is who signs it off.
    reset({ ...getValues(), signedBy: person }, { keepDirtyValues: true });
  }, [person, reset, getValues]);
  useEffect(() => {
    // The shop's own intervals may come after the sheet is there; what somebody typed stands.
    if (isDueTyped) return;
    reset({ ...getValues(), date: dueDate, engineHours: dueHours, odometerKm: dueKm }, { keepDirtyValues: true });
  }, [isDueTyped, dueDate, dueHours, dueKm, reset, getValues]);
  const close = async ({ signedBy, remark, date, engineHours, odometerKm }: Closing): Promise<void> => {
    await recorder.event({
      kind: 'closed',
      remark,
      signedBy,
      nextDue: {
        ...(date === '' ? {} : { date }),
        ...(engineHours === undefined ? {} : { engineHours }),
        ...(odometerKm === undefined ? {} : { odometerKm }),
      },
    });
    dispatch(visitClocksEnded({ visitId }));
    await navigate(`/visits/${visitId}/record`);
  };
  const [closing, ask] = useOnce(async () => handleSubmit(close)());
  return (
    <VisitSheet detail={detail} judged={judged}>
      <AskForForm control={control} />
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
            <TextLine control={control} name="signedBy" label="Signed off by" isDisabled />
          </Grid>
          <div style={{ marginTop: '0.8rem' }}>
            <TextLine control={control} name="remark" label="Remark" />
          </div>
        </FieldGroup>
        <FieldGroup title="Next due, whichever comes first">
          <Grid>
            <DayLine control={control} name="date" label="Date" />
            <NumberLine control={control} name="engineHours" label="Engine hours" unit="h" />
            <NumberLine control={control} name="odometerKm" label="Odometer" unit="km" />
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
          {maySign ? null : (
            <Note role="status">A technician or a lead signs off: press the name above to switch.</Note>
          )}
          <PrimaryKey type="submit" form="close" isPending={closing} isDisabled={!maySign}>
            {judgement.missing.length === 0 ? 'Close the visit' : 'Close the visit unfinished'}
          </PrimaryKey>
        </Keys>
      </Side>
    </VisitSheet>
  );
};
