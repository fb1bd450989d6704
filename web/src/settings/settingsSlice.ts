import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface Settings {
  readonly theme: 'day' | 'night';
  readonly sound: boolean;
  /** Name of who is working at this device; empty until chosen. */
  readonly person: string;
}

const KEY = 'vaktman.settings';
const DEFAULTS: Settings = { theme: 'day', sound: true, person: '' };

/** Settings of this device as last left. A store that cannot be read counts as empty. */
export const loadSettings = (storage: Pick<Storage, 'getItem'>): Settings => {
  const text = storage.getItem(KEY);
  if (text === null) return DEFAULTS;
  try {
    return { ...DEFAULTS, ...(JSON.parse(text) as Partial<Settings>) };
  } catch {
    return DEFAULTS;
  }
};

export const saveSettings = (storage: Pick<Storage, 'setItem'>, settings: Settings): void =>
  storage.setItem(KEY, JSON.stringify(settings));

export const settingsSlice = createSlice({
  name: 'settings',
  initialState: DEFAULTS,
  reducers: {
    settingsLoaded: (_state, { payload }: PayloadAction<Settings>) => payload,
    themeToggled: (state) => ({ ...state, theme: state.theme === 'day' ? 'night' : 'day' }),
    soundToggled: (state) => ({ ...state, sound: !state.sound }),
    personChosen: (state, { payload }: PayloadAction<string>) => ({ ...state, person: payload }),
  },
});
export const { settingsLoaded, themeToggled, soundToggled, personChosen } = settingsSlice.actions;
