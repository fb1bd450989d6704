import { dateCodesSchema } from '@vaktman/contract';
import type { DateCode } from '@vaktman/core';
import { useState } from 'react';
import { useFieldArray, useForm } from 'react-hook-form';
import styled from 'styled-components';
import type * as z from 'zod';
import { useFleetQuery, useSetDateCodesMutation } from '../api/api';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { draftResolver, focusFirstWrong } from '../control/draftForm';
import { TextLine } from '../control/formLines';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { useMaySee } from '../session/useMay';

const Panel = styled.form`
  display: grid;
  gap: 0.8rem;
  border: 2px solid var(--ink);
  padding: 1rem;
  li {
    display: grid;
    grid-template-columns: 1fr 1fr auto;
    gap: 1rem;
    align-items: start;
    padding-bottom: 0.6rem;
  }
  li > button {
    margin-top: 1.2rem;
  }
  .wrong {
    color: var(--failed);
    font-weight: 680;
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr 1.4fr;
  gap: 1rem;
`;

interface Typed {
  codes: { name: string; pattern: string }[];
}
type Draft = z.infer<typeof dateCodesSchema>;
const resolver = draftResolver<Typed, Draft>(
  dateCodesSchema,
  ({ codes }) => ({ dateCodes: codes }),
  (path) => path.replace(/^dateCodes\[(\d+)\]\./, 'codes.$1.'),
);

const CodesForm = ({ known, close }: { readonly known: readonly DateCode[]; readonly close: () => void }) => {
  const [setDateCodes] = useSetDateCodesMutation();
  const [failure, setFailure] = useState<string | null>(null);
  // What stood when it was opened: what somebody else keeps meanwhile is not overwritten unseen.
  const [was] = useState(known);
  const { control, handleSubmit } = useForm<Typed, unknown, Draft>({
    defaultValues: { codes: known.map((code) => ({ ...code })) },
    resolver,
    shouldFocusError: false,
  });
  const { fields, append, remove } = useFieldArray({ control, name: 'codes', keyName: 'key' });
  const keep = async ({ dateCodes }: Draft): Promise<void> => {
    const answer = await setDateCodes({ dateCodes, was: [...was] });
    if (answer.error === undefined) close();
    else setFailure(problemText(answer.error));
  };
  const [saving, submit] = useOnce(async (form: HTMLFormElement) => handleSubmit(keep, () => focusFirstWrong(form))());
  return (
    <Panel
      noValidate
      aria-label="Codes on batteries"
      onSubmit={(event) => {
        event.preventDefault();
        void submit(event.currentTarget);
      }}
    >
      <AskForForm control={control} />
      <p>
        Read without being told: a letter for the month and digits for the year. Others as signs: L a letter for the
        month, MM the month, WW the week, Y, YY or YYYY the year, * any sign.
      </p>
      <ul>
        {fields.map(({ key }, index) => (
          <li key={key}>
            <TextLine control={control} name={`codes.${index}.name`} label="Whose code" />
            <TextLine control={control} name={`codes.${index}.pattern`} label="Its signs" />
            <QuietKey type="button" onPress={() => remove(index)}>
              Remove
            </QuietKey>
          </li>
        ))}
      </ul>
      {failure === null ? null : (
        <p className="wrong" role="alert">
          {failure}
        </p>
      )}
      <Keys>
        <Key onPress={close}>Leave</Key>
        <Key onPress={() => append({ name: '', pattern: '' })}>Add a code</Key>
        <PrimaryKey type="submit" isPending={saving}>
          Keep them
        </PrimaryKey>
      </Keys>
    </Panel>
  );
};

/** The codes on batteries this shop reads besides the usual one. */
export const DateCodes = () => {
  const { data: fleet } = useFleetQuery();
  const [open, setOpen] = useState(false);
  const isLead = useMaySee('lead');
  if (fleet === undefined || !isLead) return null;
  return open ? (
    <CodesForm known={fleet.dateCodes} close={() => setOpen(false)} />
  ) : (
    <p>
      <QuietKey onPress={() => setOpen(true)}>
        Codes on batteries:{' '}
        {fleet.dateCodes.length === 0 ? 'the usual' : `the usual and ${fleet.dateCodes.length} more`}
      </QuietKey>
    </p>
  );
};
