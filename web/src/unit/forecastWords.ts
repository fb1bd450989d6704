import type { Forecast } from '@vaktman/core';
import { monthOf } from './timeScale';

/** What a forecast says in a few words. */
export const forecastWords = (told: Forecast): string => {
  switch (told.kind) {
    case 'too-few':
      return told.because;
    case 'under':
      return 'under its limit now';
    case 'dated':
      if (told.p50 === null) return 'beyond eight years';
      return told.p10 === null || told.p90 === null
        ? `about ${monthOf(told.p50)}`
        : `${monthOf(told.p50)}, ${monthOf(told.p10)} to ${monthOf(told.p90)}`;
  }
};
