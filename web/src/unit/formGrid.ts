import styled from 'styled-components';
import { PHONE } from '../theme/screen';

/** Fields of the unit form beside one another; two by two on a phone. */
export const Grid = styled.div<{ $columns: string }>`
  display: grid;
  grid-template-columns: ${({ $columns }) => $columns};
  gap: 0.9rem 1rem;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;

/** Words that are their own values, as options. */
export const same = (words: readonly string[]): readonly (readonly [string, string])[] =>
  words.map((word) => [word, word] as const);
