import type { InstrumentDraft, InstrumentRow } from '@vaktman/contract';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import { useAddInstrumentMutation, useChangeInstrumentMutation } from '../api/api';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { Choice, DayLine, NumberLine, TextLine } from '../control/formLines';
import { Key, PrimaryKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { PHONE } from '../theme/screen';
import { instrumentResolver, KIND_OPTIONS, typedOf, type InstrumentTyped } from './instrumentForm';

const Panel = styled.form`
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 0.8rem 1rem;
  border: 2px solid var(--ink);
  padding: 1rem;
  align-items: end;
  .wrong {
    grid-column: 1 / -1;
    color: var(--failed);
    font-weight: 680;
  }
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;

/** Name, kind, scale, range, error and check of an instrument. */
export const InstrumentForm = ({ row, close }: { readonly row: InstrumentRow | null; readonly close: () => void }) => {
  const [add] = useAddInstrumentMutation();
  const [change] = useChangeInstrumentMutation();
  const [failure, setFailure] = useState<string | null>(null);
  const { control, handleSubmit, watch } = useForm<InstrumentTyped, unknown, InstrumentDraft>({
    defaultValues: typedOf(row?.instrument ?? null, row?.retired),
    resolver: instrumentResolver,
  });
  const save = async (draft: InstrumentDraft): Promise<void> => {
    const answer = row === null ? await add(draft) : await change({ instrumentId: row.instrumentId, draft });
    if (answer.error === undefined) close();
    else setFailure(problemText(answer.error));
  };
  const [saving, submit] = useOnce(async () => handleSubmit(save)());
  return (
    <Panel
      noValidate
      aria-label={row === null ? 'A new instrument' : `Change ${row.instrument.name}`}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskForForm control={control} />
      <TextLine control={control} name="name" label="Name on it" />
      <Choice control={control} name="kind" label="Kind" options={KIND_OPTIONS} />
      <TextLine control={control} name="range" label="Range" />
      <TextLine control={control} name="error" label="Error by its papers" />
      {watch('kind') === 'clamp' ? (
        <NumberLine control={control} name="scaleMvPerA" label="Scale" unit="mV per A" />
      ) : null}
      <DayLine control={control} name="checked" label="Last checked" />
      <NumberLine control={control} name="checkMonths" label="Checked every" unit="months" />
      {row === null ? null : (
        <Choice
          control={control}
          name="retired"
          label="Use"
          options={[
            ['no', 'in use'],
            ['yes', 'no longer used'],
          ]}
        />
      )}
      {failure === null ? null : (
        <p className="wrong" role="alert">
          {failure}
        </p>
      )}
      <Key onPress={close}>Leave</Key>
      <PrimaryKey type="submit" isPending={saving}>
        {row === null ? 'Add it' : 'Keep it'}
      </PrimaryKey>
    </Panel>
  );
};
