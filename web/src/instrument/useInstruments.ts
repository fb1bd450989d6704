import { checkState, type Instrument, type InstrumentKind } from '@vaktman/core';
import { useInstrumentsQuery } from '../api/api';
import { todayText } from '../control/dates';
import { useAppSelector } from '../store';
import { checkWords } from './checkWords';

/** The instrument of a kind that is used at this device; null where none was chosen, or it is not on record. */
export const useInstrument = (kind: InstrumentKind): Instrument | null => {
  const name = useAppSelector((state) => state.settings.instruments[kind]);
  const { data: rows = [] } = useInstrumentsQuery(undefined, { skip: name === undefined });
  return rows.find(({ instrument }) => instrument.name === name)?.instrument ?? null;
};

/** The scale the amps of this device's clamp are typed in, mV per A; null where they are typed as amps. */
export const useClampScale = (): number | null => {
  const clamp = useInstrument('clamp');
  const inMillivolts = useAppSelector((state) => state.settings.clampMillivolts);
  return inMillivolts ? (clamp?.scaleMvPerA ?? null) : null;
};

/** What is used at this device, in words, and what is to be said of its checks. */
export const useInstrumentWords = (): { readonly used: string; readonly warnings: readonly string[] } => {
  const chosen = useAppSelector((state) => state.settings.instruments);
  const { data: rows = [] } = useInstrumentsQuery();
  const names = Object.values(chosen);
  const warnings = rows.flatMap(({ instrument }) => {
    const check = checkState(instrument, todayText());
    return names.includes(instrument.name) && (check.kind === 'overdue' || check.kind === 'never')
      ? [`${instrument.name}: ${checkWords(check)}`]
      : [];
  });
  return { used: names.length === 0 ? 'not said' : names.join(', '), warnings };
};
