import type { Role } from '@vaktman/contract';
import { Outlet } from 'react-router';
import { Failed } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { useMaySee } from './useMay';

/**
 * The views behind it, for whom the server would let; anybody else is told who may before anything is typed.
 * @param title who may, and what
 * @param words what somebody else does instead
 * @param isUnderBar whether the bar of the desk is there already
 */
export const ForRole = ({
  least,
  title,
  words,
  isUnderBar = false,
}: {
  readonly least: Role;
  readonly title: string;
  readonly words: string;
  readonly isUnderBar?: boolean;
}) => {
  const may = useMaySee(least);
  if (may) return <Outlet />;
  return isUnderBar ? <Failed title={title} words={words} /> : <FailedPage title={title} words={words} />;
};
