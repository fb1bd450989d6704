import { useAppSelector } from '../store';
import { EndLink } from './EndLink';

/** The way back to the watch, filtered and ordered as it was left. */
export const BackToWatch = () => {
  const search = useAppSelector((state) => state.place);
  return <EndLink to={{ pathname: '/', search }}>Back to watch</EndLink>;
};
