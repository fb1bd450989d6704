import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Something a person did that did not come about, told until it is read. */
export interface ToldFailure {
  /** `keep`: it could not be kept on this device. `remember`: a setting could not. `act`: something else failed. */
  readonly what: 'keep' | 'remember' | 'act';
  readonly words: string;
}

export const failureSlice = createSlice({
  name: 'failure',
  initialState: null as ToldFailure | null,
  reducers: {
    /** Whoever asked only hears that it failed: what was told of it with what to do stays. */
    failureTold: (told, { payload }: PayloadAction<ToldFailure>) =>
      payload.what === 'act' && told?.words === payload.words ? told : payload,
    failureRead: () => null,
  },
});
export const { failureTold, failureRead } = failureSlice.actions;
