import { useState } from 'react';
import { Key, QuietKey } from './Key';
import { useSettled } from './useSettled';

const Sure = ({ words, onPress }: { readonly words: string; readonly onPress: () => unknown }) => {
  // It comes where it was asked for: the press that asked may bounce.
  const isSettled = useSettled();
  return (
    <Key
      autoFocus
      style={{ marginTop: '0.5rem', justifySelf: 'start' }}
      onPress={() => (isSettled ? onPress() : undefined)}
    >
      {words}
    </Key>
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
