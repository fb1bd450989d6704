import type { Unit } from '@vaktman/core';
import { numberTyped, textTyped } from '../control/draftForm';
import { filled, group, text } from './typedFields';

/** How a unit is taken apart and left standing, as typed. */
export interface ApartFormFields {
  /** Position whose post the mains sit on; empty follows the wiring. */
  takeOffPlus: string;
  takeOffMinus: string;
  /** Whether modules lose what they know without power; empty when nobody said. */
  memoryPower: string;
  keyOffWaitMinutes: string;
  /** Amps it may draw while parked, with what it sends to its owner. */
  parkedAmps: string;
}

export const EMPTY_APART: ApartFormFields = {
  takeOffPlus: '',
  takeOffMinus: '',
  memoryPower: '',
  keyOffWaitMinutes: '',
  parkedAmps: '',
};

/** What is on record, as the form shows it. */
export const apartFrom = ({ takeOff, memoryPower, keyOffWaitMinutes, makerLimits }: Unit): ApartFormFields => ({
  takeOffPlus: takeOff?.positive?.[0]?.[0] ?? '',
  takeOffMinus: takeOff?.negative?.[0]?.[0] ?? '',
  memoryPower: memoryPower ?? '',
  keyOffWaitMinutes: text(keyOffWaitMinutes),
  parkedAmps: text(makerLimits?.drainAmps),
});

/** The first post as chosen, and those after it as they were. */
const posts = (position: string, sign: '+' | '-', before: readonly string[] | undefined): string[] | undefined => {
  if (position === '') return undefined;
  const post = `${position}${sign}`;
  return [post, ...(before ?? []).slice(1).filter((other) => other !== post)];
};

/** What was typed, as a unit has it. */
export const apartOf = (form: ApartFormFields, before: Unit | undefined): Readonly<Record<string, unknown>> => ({
  ...group('takeOff', {
    ...filled('positive', posts(form.takeOffPlus, '+', before?.takeOff?.positive)),
    ...filled('negative', posts(form.takeOffMinus, '-', before?.takeOff?.negative)),
  }),
  ...filled('memoryPower', textTyped(form.memoryPower)),
  ...filled('keyOffWaitMinutes', numberTyped(form.keyOffWaitMinutes)),
});
