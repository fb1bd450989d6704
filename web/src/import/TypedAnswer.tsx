import { useState } from 'react';
import styled from 'styled-components';
import { Field } from '../control/Field';
import { Key } from '../control/Key';

const Line = styled.form`
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
  align-items: end;
  margin-top: 0.4rem;
`;

/** One thing that holds for every row of a list, as typed. */
export const TypedAnswer = ({ words, answer }: { readonly words: string; readonly answer: (text: string) => void }) => {
  const [text, setText] = useState('');
  return (
    <Line
      aria-label={words}
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== '') answer(text.trim());
      }}
    >
      <Field label="For all rows" value={text} onChange={setText} />
      <Key type="submit" isDisabled={text.trim() === ''}>
        Use it
      </Key>
    </Line>
  );
};
