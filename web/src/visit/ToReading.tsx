import type { VisitDetail } from '@vaktman/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { placePath } from './nextPlace';
import { useReadsIn } from './useReadsIn';

/** The way to where something is read, or its words alone where nothing can be read: the way would lead to no reading. */
export const ToReading = ({
  detail,
  at,
  children,
}: {
  readonly detail: VisitDetail;
  readonly at: { readonly step: string; readonly point: string };
  readonly children: ReactNode;
}) => (useReadsIn(detail) ? <Link to={placePath(detail.file.visit.id, at)}>{children}</Link> : <>{children}</>);
