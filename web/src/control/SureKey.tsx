import { useState } from 'react';
import styled from 'styled-components';
import { Key, QuietKey } from './Key';
import { useSettled } from './useSettled';

const Below = styled(Key)`
  margin-top: 0.5rem;
  justify-self: start;
`;
const Sure = ({ words, onPress }: { readonly words: string; readonly onPress: () => unknown }) => {
  // It comes where it was asked for: the press that asked may bounce.
  const isSettled = useSettled();
  return (
    <Below autoFocus onPress={() => (isSettled ? onPress() : undefined)}>
      {words}
    </Below>
  );
};

/** What cannot be taken back: pressed once, it asks; only a second press does it. */
export const SureKey = ({
  words,
  sureWords,
  onPress,
}: {
  readonly words: string;
  readonly sureWords: string;
  readonly onPress: () => unknown;
}) => {
  const [asked, setAsked] = useState(false);
  return asked ? (
    <Sure
      words={sureWords}
      onPress={() => {
        setAsked(false);
        return onPress();
      }}
    />
  ) : (
    <QuietKey style={{ padding: 0, justifySelf: 'start' }} onPress={() => setAsked(true)}>
      {words}
    </QuietKey>
  );
};
