import type { UnitCard } from '@vaktman/core';
import { numberTyped, textTyped } from '../control/draftForm';
import { filled, text } from './typedFields';

/** The card of a unit as typed. */
export interface CardFormFields {
  plate: string;
  year: string;
  make: string;
  type: string;
  class: string;
  answers: string;
  note: string;
  engineHours: string;
  odometerKm: string;
  metersOn: string;
}

export const cardFrom = (card: UnitCard): CardFormFields => ({
  plate: text(card.plate),
  year: text(card.year),
  make: text(card.make),
  type: text(card.type),
  class: text(card.class),
  answers: text(card.answers),
  note: text(card.note),
  engineHours: text(card.engineHours),
  odometerKm: text(card.odometerKm),
  metersOn: text(card.metersOn),
});
export const EMPTY_CARD: CardFormFields = cardFrom({});

/** What another unit of the same kind has in common with this one. */
export const cardTemplate = (card: CardFormFields): CardFormFields => ({
  ...EMPTY_CARD,
  make: card.make,
  type: card.type,
  class: card.class,
  answers: card.answers,
});

/** The card as it would be sent, unchecked. */
export const cardOf = (form: CardFormFields): object => ({
  ...filled('plate', textTyped(form.plate)),
  ...filled('year', numberTyped(form.year)),
  ...filled('make', textTyped(form.make)),
  ...filled('type', textTyped(form.type)),
  ...filled('class', textTyped(form.class)),
  ...filled('answers', textTyped(form.answers)),
  ...filled('note', textTyped(form.note)),
  ...filled('engineHours', numberTyped(form.engineHours)),
  ...filled('odometerKm', numberTyped(form.odometerKm)),
  ...filled('metersOn', textTyped(form.metersOn)),
});
