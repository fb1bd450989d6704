import { CHEMISTRIES, CHEMISTRY_WORDS } from '@vaktman/core';
import styled from 'styled-components';
import { Key } from '../control/Key';
import { choiceText, isTypedOnce, questionWords, type Question } from './importMap';
import { TypedAnswer } from './TypedAnswer';

const Questions = styled.ul`
  display: grid;
  gap: 1rem;
  li {
    border-left: 8px solid var(--notyet);
    padding-left: 0.9rem;
  }
  p {
    font-size: 1.25rem;
    font-weight: 680;
  }
  div {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 0.4rem;
  }
`;

/** What cannot be known from the file, each with a key an answer. */
export const ImportQuestions = ({
  asked,
  yards,
  answer,
  title = `${asked.length === 1 ? 'One question' : `${asked.length} questions`} the file does not answer`,
  chosen = null,
}: {
  readonly asked: readonly Question[];
  readonly yards: readonly (readonly [id: string, name: string])[];
  readonly answer: (question: Question, choice: string) => void;
  readonly title?: string;
  /** The answer that was given, where it stays on screen. */
  readonly chosen?: string | null;
}) => (
  <section aria-label="Questions">
    <h3>{title}</h3>
    <Questions>
      {asked.map((question) => {
        const { what, field, column, choices = [] } = question;
        const options: readonly (readonly [string, string])[] =
          what === 'field' && field === 'unit.yard'
            ? yards
            : what === 'field' && field === 'battery.chemistry'
              ? CHEMISTRIES.map((own) => [own, CHEMISTRY_WORDS[own]] as const)
              : choices.map((own) => [own, choiceText(own)] as const);
        return (
          <li key={`${what} ${field ?? ''} ${column ?? ''}`}>
            <p>{questionWords(question)}</p>
            {what === 'field' && options.length === 0 && isTypedOnce(field) ? (
              <TypedAnswer words={questionWords(question)} answer={(text) => answer(question, text)} />
            ) : null}
            <div>
              {options.map(([choice, words]) => (
                <Key key={choice} onPress={() => answer(question, choice)}>
                  {words}
                  {choice === chosen ? ', chosen' : ''}
                </Key>
              ))}
            </div>
          </li>
        );
      })}
    </Questions>
  </section>
);
