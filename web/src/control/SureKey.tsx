import { useState } from 'react';
import { Key, QuietKey } from './Key';

/** What cannot be taken back: pressed once, it asks; only the second press does it. */
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
  if (!asked)
    return (
      <QuietKey style={{ padding: 0, justifySelf: 'start' }} onPress={() => setAsked(true)}>
        {words}
      </QuietKey>
    );
  return (
    <Key
      onPress={() => {
        setAsked(false);
        return onPress();
      }}
    >
      {sureWords}
    </Key>
  );
};
