import type { UnitCard } from '@vaktman/core';
import { filled, number, text, word } from './typedFields';

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
  ...filled('plate', word(form.plate)),
  ...filled('year', number(form.year)),
  ...filled('make', word(form.make)),
  ...filled('type', word(form.type)),
  ...filled('class', word(form.class)),
  ...filled('answers', word(form.answers)),
  ...filled('note', word(form.note)),
  ...filled('engineHours', number(form.engineHours)),
  ...filled('odometerKm', number(form.odometerKm)),
  ...filled('metersOn', word(form.metersOn)),
});
