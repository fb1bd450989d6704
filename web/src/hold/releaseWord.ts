import type { Hold } from '../visit/conditionsSlice';

/** What has to be done once a hold has lasted its time. */
export const releaseWord = (kind: Hold['kind']): string => (kind === 'load' ? 'Release load now' : 'Stop cranking now');
