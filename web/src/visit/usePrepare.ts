import type { Fleet, UnitDetail } from '@vaktman/contract';
import {
  classRules,
  handsNeeded,
  intakeOrder,
  judge,
  keptMethod,
  partRepeats,
  type PartRepeat,
  type ProfileName,
  type Symptom,
} from '@vaktman/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { useUnitPartsQuery } from '../api/api';
import { instantNow } from '../control/dates';
import { useOnce } from '../control/useOnce';
import { useOutbox } from '../outbox/OutboxContext';
import { usePersonName } from '../session/useMay';
import { useAppDispatch } from '../store';
import { conditionsChanged } from './conditionsSlice';
import { ACKNOWLEDGED, prepareResolver, type Prepared, type PrepareTyped } from './prepareForm';

/** Symptoms a visit begins with: a part that came twice is asked about whatever the reason. */
const symptomsFor = (
  { reason, symptoms }: Pick<Prepared, 'reason' | 'symptoms'>,
  repeats: readonly PartRepeat[],
): readonly Symptom[] => {
  if (reason === 'complaint' || reason === 'after-repair') return symptoms;
  return reason === 'pm' && repeats.some(({ fitted }) => fitted.length > 1) ? ['replaced-again'] : [];
};

/** A visit being prepared: the sheet as typed, what it will read in which order, and the key that opens it. */
export const usePrepare = (data: UnitDetail, fleet: Fleet) => {
  const navigate = useNavigate();
  const outbox = useOutbox();
  const dispatch = useAppDispatch();
  const person = usePersonName();
  const { data: stays } = useUnitPartsQuery(data.unit.id);
  const [visitId] = useState(() => v7());
  const opened = useRef(false);
  const form = useForm<PrepareTyped, unknown, Prepared>({
    defaultValues: {
      technician: person,
      reason: 'pm',
      batteryC: '',
      ambientC: '',
      engineHours: '',
      odometerKm: '',
      complaint: '',
      profile: '',
      symptoms: [],
      acknowledged: false,
    },
    resolver: prepareResolver,
  });
  const [reason, symptoms, chosen] = form.watch(['reason', 'symptoms', 'profile']);
  const repeats = useMemo(() => (stays === undefined ? null : partRepeats(stays, new Date(), 1)), [stays]);
  const { setValue, getValues, handleSubmit } = form;
  useEffect(() => {
    if (getValues('technician') === person) return;
    // Whoever goes on at this device takes the readings, not whoever turned to the sheet; and reads the cautions.
    setValue('technician', person);
    setValue('acknowledged', false);
  }, [person, getValues, setValue]);
  useEffect(() => {
    // What the record says is ticked beforehand; it may be taken away.
    if (repeats !== null && repeats.length > 0 && getValues('symptoms').length === 0)
      setValue('symptoms', ['replaced-again']);
  }, [repeats, getValues, setValue]);
  const kept = data.profile ?? fleet.profile;
  const { limits } = useMemo(() => classRules(fleet.classes, data.card.class ?? ''), [fleet.classes, data.card.class]);
  const profile = chosen === '' ? kept : (chosen as ProfileName);
  const profileFrom =
    chosen !== '' ? 'chosen for this visit' : data.profile !== null ? "this unit's own" : "the fleet's";
  const open = async (prepared: Prepared): Promise<void> => {
    const at = instantNow();
    const { technician, ambientC, batteryC, engineHours, odometerKm, complaint } = prepared;
    const seen = symptomsFor(prepared, repeats ?? []);
    const used = prepared.profile ?? kept;
    // Never a visit without the cautions that were read for it.
    await outbox.record(
      {
        kind: 'visit',
        opening: {
          unit: data.unit,
          method: { profile: used, kept: keptMethod(used), ...(Object.keys(limits).length === 0 ? {} : { limits }) },
          visit: {
            id: visitId,
            at,
            technician,
            reason: prepared.reason,
            ...(ambientC === undefined ? {} : { ambientC }),
            ...(engineHours === undefined ? {} : { engineHours }),
            ...(odometerKm === undefined ? {} : { odometerKm }),
            ...(complaint === undefined ? {} : { complaint }),
            ...(seen.length === 0 ? {} : { symptoms: [...seen] }),
          },
        },
      },
      {
        kind: 'event',
        visitId,
        event: { kind: 'cautions-acknowledged', eventId: v7(), at, by: technician, cautions: ACKNOWLEDGED },
      },
    );
    dispatch(
      conditionsChanged({
        visitId,
        change: { batteryC: batteryC === undefined ? null : { celsius: batteryC, atMs: Date.now() } },
      }),
    );
    opened.current = true;
    await navigate(`/visits/${visitId}`);
  };
  const { isDirty } = form.formState;
  const wouldLose = useCallback(() => isDirty && !opened.current, [isDirty]);
  const [starting, askToStart] = useOnce(async () => handleSubmit(open)());
  const owed = useMemo(
    () =>
      judge({ unit: data.unit, method: { profile, limits }, visit: { at: instantNow(), reason }, readings: [] })
        .missing,
    [data.unit, profile, limits, reason],
  );
  return {
    form,
    profile,
    profileFrom,
    reason,
    /** Parts that came before; null while that is not known. */
    repeats,
    symptoms,
    hands: useMemo(() => handsNeeded(owed), [owed]),
    order: useMemo(() => intakeOrder(data.unit, symptoms, owed), [data.unit, symptoms, owed]),
    starting,
    askToStart,
    wouldLose,
  };
};
export type Preparing = ReturnType<typeof usePrepare>;
