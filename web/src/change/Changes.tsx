import { useChanges } from './useChanges';

/** Hears what others change; draws nothing. */
export const Changes = () => {
  useChanges();
  return null;
};
