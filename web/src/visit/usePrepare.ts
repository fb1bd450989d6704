import type { UnitDetail } from '@vaktman/contract';
import {
  CAUTIONS,
  handsNeeded,
  judge,
  keptMethod,
  type ProfileName,
  type Symptom,
  type VISIT_REASONS,
} from '@vaktman/core';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { useFleetQuery } from '../api/api';
import { instantNow } from '../control/dates';
import { numberIn, type NumberRange } from '../control/numberIn';
import { useOnce } from '../control/useOnce';
import { useOutbox } from '../outbox/OutboxContext';
import { useAppDispatch, useAppSelector } from '../store';
import { conditionsChanged } from './conditionsSlice';

/** The numbers asked for before a visit. */
export type Numbers = 'ambientC' | 'batteryC' | 'engineHours' | 'odometerKm';
/** What each may be. */
export const RANGE: Readonly<Record<Numbers, NumberRange>> = {
  ambientC: { min: -60, max: 60, unit: '°C' },
  batteryC: { min: -60, max: 90, unit: '°C' },
  engineHours: { min: 0, max: 1_000_000, unit: 'h' },
  odometerKm: { min: 0, max: 10_000_000, unit: 'km' },
};

/** A visit being prepared: what was typed and chosen, what is wrong with it, and the key that opens it. */
export const usePrepare = (data: UnitDetail) => {
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
  const hands = useMemo(
    () =>
      handsNeeded(
        judge({
          unit: data.unit,
          method: { profile },
          visit: { at: instantNow(), reason },
          readings: [],
        }).missing,
      ),
    [data.unit, profile, reason],
  );
  return {
    person,
    people: fleet.data?.people ?? [],
    texts,
    setText: (key: Numbers, value: string) => setTexts((before) => ({ ...before, [key]: value })),
    numbers,
    reason,
    setReason,
    symptoms,
    setSymptoms,
    complaint,
    setComplaint,
    profile,
    profileFrom,
    choose: setChosenProfile,
    acknowledged,
    setAcknowledged,
    tried,
    temperatureMissing,
    hands,
    starting,
    askToStart,
  };
};
