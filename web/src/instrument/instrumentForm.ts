import { instrumentDraftSchema, type InstrumentDraft } from '@vaktman/contract';
import { INSTRUMENT_KINDS, type Instrument, type InstrumentKind } from '@vaktman/core';
import { draftResolver, numberTyped, textTyped, withoutEmpty } from '../control/draftForm';

/** Kinds of instruments as the shop calls them. */
export const KIND_WORDS: Readonly<Record<InstrumentKind, string>> = {
  meter: 'meter',
  clamp: 'clamp',
  pile: 'carbon pile',
  tester: 'hand-held tester',
  hydrometer: 'hydrometer',
};
export const KIND_OPTIONS = INSTRUMENT_KINDS.map((kind) => [kind, KIND_WORDS[kind]] as const);

/** An instrument as typed. */
export interface InstrumentTyped {
  name: string;
  kind: string;
  scaleMvPerA: string;
  range: string;
  error: string;
  checked: string;
  checkMonths: string;
  retired: string;
}

const numberText = (value: number | undefined): string => (value === undefined ? '' : String(value));

/** The form of an instrument as it is on record; an empty one for a new one. */
export const typedOf = (instrument: Instrument | null, retired = false): InstrumentTyped => ({
  name: instrument?.name ?? '',
  kind: instrument?.kind ?? 'meter',
  scaleMvPerA: numberText(instrument?.scaleMvPerA),
  range: instrument?.range ?? '',
  error: instrument?.error ?? '',
  checked: instrument?.checked ?? '',
  checkMonths: numberText(instrument?.checkMonths),
  retired: retired ? 'yes' : 'no',
});

/** Checks an instrument as the server does; a scale belongs to a clamp only. */
export const instrumentResolver = draftResolver<InstrumentTyped, InstrumentDraft>(
  instrumentDraftSchema,
  ({ name, kind, scaleMvPerA, range, error, checked, checkMonths, retired }) => ({
    instrument: withoutEmpty({
      name,
      kind,
      scaleMvPerA: kind === 'clamp' ? numberTyped(scaleMvPerA) : undefined,
      range: textTyped(range),
      error: textTyped(error),
      checked: textTyped(checked),
      checkMonths: numberTyped(checkMonths),
    }),
    retired: retired === 'yes',
  }),
  (path) => path.replace('instrument.', ''),
);
