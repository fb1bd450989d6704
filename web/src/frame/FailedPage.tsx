import { Failed } from './Failed';
import { MainBar } from './MainBar';

/** In place of a sheet with a title block of its own that could not be shown: what happened, under the bar that leads on. */
export const FailedPage = (props: { title: string; words: string; again?: () => void }) => (
  <>
    <MainBar />
    <Failed {...props} />
  </>
);
