import { firstUp } from '@vaktman/core';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { Key, PrimaryKey } from '../control/Key';

const Answers = styled.div`
  display: grid;
  gap: 0.7rem;
`;

/** The answer to one question may bounce: for this long the next question takes none. */
const BOUNCE_MS = 350;

/** One key an answer, the likeliest first. Another question is another set of keys, by `key`. */
export const AnswerKeys = <Answer extends string>({
  question,
  answers,
  choose,
}: {
  readonly question: string;
  readonly answers: readonly Answer[];
  /** Until what it promises has come, no other answer is taken. */
  readonly choose: (answer: Answer) => Promise<void>;
}) => {
  const [isSettled, setSettled] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(true), BOUNCE_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <Answers role="group" aria-label={question}>
      {answers.map((answer, index) => {
        const Choice = index === 0 ? PrimaryKey : Key;
        return (
          <Choice key={answer} isDisabled={!isSettled} onPress={() => choose(answer)}>
            {firstUp(answer)}
          </Choice>
        );
      })}
    </Answers>
  );
};
