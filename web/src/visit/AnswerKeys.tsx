import { firstUp } from '@vaktman/core';
import styled from 'styled-components';
import { Key, PrimaryKey } from '../control/Key';
import { useSettled } from '../control/useSettled';

const Answers = styled.div`
  display: grid;
  gap: 0.7rem;
`;

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
  // The answer to the question before may bounce.
  const isSettled = useSettled();
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
