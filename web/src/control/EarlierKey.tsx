import styled from 'styled-components';
import { Key } from './Key';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1.2rem;
  align-items: center;
  padding-top: 0.9rem;
  p {
    margin: 0;
    color: var(--failed);
    font-weight: 680;
  }
  @media print {
    display: none;
  }
`;

/** Fetches what a list goes on with, and says where it does not come; what came stays. */
export const EarlierKey = ({
  words,
  isPending,
  failed,
  onPress,
}: {
  readonly words: string;
  readonly isPending: boolean;
  /** Why the last press brought nothing; null where it did. */
  readonly failed: string | null;
  readonly onPress: () => void;
}) => (
  <Line>
    <Key isPending={isPending} onPress={onPress}>
      {words}
    </Key>
    {failed === null || isPending ? null : <p role="alert">{failed}</p>}
  </Line>
);
