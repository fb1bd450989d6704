import { INSTRUMENT_KINDS, type InstrumentKind, USUAL_UNITS, type ReaderUnits } from '@vaktman/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import * as z from 'zod/mini';
import { loadKept, type Kept } from '../device/kept';

const settingsSchema = z.object({
  theme: z.catch(z.enum(['day', 'night']), 'day'),
  sound: z.catch(z.boolean(), true),
  /** Zone of the yard, as last told by the server; empty before it was. */
  timeZone: z.catch(z.string(), ''),
  /** After a passed reading the next step comes by itself. */
  goesOn: z.catch(z.boolean(), true),
  /** The resting volts of a whole bank are typed on one screen. */
  bankAtOnce: z.catch(z.boolean(), true),
  /** Names of the instruments used at this device, by kind. */
  instruments: z.catch(z.partialRecord(z.enum(INSTRUMENT_KINDS), z.string()), {}),
  /** Amps of a clamp are typed as the millivolts its meter shows. */
  clampMillivolts: z.catch(z.boolean(), false),
  /** Units and decimal sign as the reader likes them. */
  units: z.catch(
    z.object({
      temperature: z.enum(['C', 'F']),
      distance: z.enum(['km', 'mi']),
      area: z.enum(['mm2', 'awg']),
      decimal: z.enum(['.', ',']),
    }),
    USUAL_UNITS,
  ),
  /** Yards whose units are kept on this device for a shift without network; null where nobody chose. */
  shiftYards: z.catch(z.nullable(z.array(z.string())), null),
  /** Visits older than so many days leave this device, once the server has them. */
  visitDays: z.catch(z.number(), 14),
  /** What one battery costs, as typed, in the shop's own money. */
  batteryPrice: z.catch(z.string(), ''),
});
export type Settings = Readonly<z.infer<typeof settingsSchema>>;

export const SETTINGS_KEY = 'vaktman.settings';
const DEFAULTS: Settings = {
  theme: 'day',
  sound: true,
  timeZone: '',
  goesOn: true,
  bankAtOnce: true,
  instruments: {},
  clampMillivolts: false,
  units: USUAL_UNITS,
  shiftYards: null,
  visitDays: 14,
  batteryPrice: '',
};

/** Settings of this device as last left. */
export const loadSettings = (storage: Kept): Settings => loadKept(storage, SETTINGS_KEY, settingsSchema, DEFAULTS);

export const settingsSlice = createSlice({
  name: 'settings',
  initialState: DEFAULTS,
  reducers: {
    settingsLoaded: (_state, { payload }: PayloadAction<Settings>) => payload,
    themeToggled: (state) => ({ ...state, theme: state.theme === 'day' ? 'night' : 'day' }),
    soundToggled: (state) => ({ ...state, sound: !state.sound }),
    goesOnToggled: (state) => ({ ...state, goesOn: !state.goesOn }),
    bankAtOnceChosen: (state, { payload }: PayloadAction<boolean>) => ({ ...state, bankAtOnce: payload }),
    zoneTold: (state, { payload }: PayloadAction<string>) => ({ ...state, timeZone: payload }),
    instrumentChosen: (
      state,
      { payload: { kind, name } }: PayloadAction<{ kind: InstrumentKind; name: string | null }>,
    ) => {
      const { [kind]: _before, ...others } = state.instruments;
      return { ...state, instruments: name === null ? others : { ...others, [kind]: name } };
    },
    unitsChosen: (state, { payload }: PayloadAction<Partial<ReaderUnits>>) => ({
      ...state,
      units: { ...state.units, ...payload },
    }),
    shiftYardsChosen: (state, { payload }: PayloadAction<readonly string[]>) => ({
      ...state,
      shiftYards: [...payload],
    }),
    visitDaysChosen: (state, { payload }: PayloadAction<number>) => ({ ...state, visitDays: payload }),
    batteryPriceTyped: (state, { payload }: PayloadAction<string>) => ({ ...state, batteryPrice: payload }),
    clampMillivoltsToggled: (state) => ({ ...state, clampMillivolts: !state.clampMillivolts }),
  },
});
export const {
  instrumentChosen,
  batteryPriceTyped,
  shiftYardsChosen,
  visitDaysChosen,
  unitsChosen,
  clampMillivoltsToggled,
  settingsLoaded,
  themeToggled,
  soundToggled,
  goesOnToggled,
  bankAtOnceChosen,
  zoneTold,
} = settingsSlice.actions;
