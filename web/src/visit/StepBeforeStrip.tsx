import { Link, useLocation } from 'react-router';
import styled from 'styled-components';
import * as z from 'zod';

const Strip = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 1.2rem;
  padding: 0 1.5rem;
  background: var(--shade);
  border-bottom: 1px solid var(--rule);
  a {
    display: inline-flex;
    align-items: center;
    min-height: 48px;
    font-weight: 680;
  }
  @media print {
    display: none;
  }
`;
const stateSchema = z.object({ before: z.object({ path: z.string(), words: z.string() }) });

/** What was read on the step one came from by itself, with the way back to put it right. */
export const StepBeforeStrip = () => {
  const came = stateSchema.safeParse(useLocation().state);
  if (!came.success) return null;
  const { path, words } = came.data.before;
  return (
    <Strip role="status">
      {words}
      <Link to={path}>Back to it, to put it right</Link>
    </Strip>
  );
};
