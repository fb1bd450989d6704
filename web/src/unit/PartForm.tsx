import { partDraftSchema, type PartDraft } from '@vaktman/contract';
import { partName, type PartPlate } from '@vaktman/core';
import { useMemo } from 'react';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { useKnownPartsQuery } from '../api/api';
import { AskForForm } from '../control/AskForForm';
import { todayText } from '../control/dates';
import { draftResolver, numberTyped, textTyped, withoutEmpty } from '../control/draftForm';
import { Choice, DayLine, NumberLine, TextLine } from '../control/formLines';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { PHONE } from '../theme/screen';

const Panel = styled.form`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.8rem 1rem;
  border: 2px solid var(--ink);
  padding: 1rem;
  margin-top: 0.6rem;
  align-items: end;
  h3,
  .wide {
    grid-column: 1 / -1;
  }
  .wrong {
    grid-column: 1 / -1;
    color: var(--failed);
    font-weight: 680;
  }
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
`;
const Known = styled.ul`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 1rem;
`;

interface Typed {
  /** One for the form: a second sending after a late answer is the same part. */
  partId: string;
  place: string;
  make: string;
  type: string;
  serial: string;
  ratedAmps: string;
  fittedAt: string;
  because: string;
}

/** Noon of a day: a part's day is known, its hour is not. */
const noonOf = (day: string): string | undefined => (day === '' ? undefined : `${day}T12:00:00Z`);
const MOST_KNOWN = 6;

const draftOf = ({ partId, place, make, type, serial, ratedAmps, fittedAt, because }: Typed): unknown => ({
  partId,
  place,
  part: withoutEmpty({
    make: textTyped(make),
    type: textTyped(type),
    serial: textTyped(serial),
    ratedAmps: place === 'starter' ? undefined : numberTyped(ratedAmps),
  }),
  because,
  // The moment itself, where it is today: what was fitted now was not fitted at noon.
  fittedAt: fittedAt === todayText() ? new Date().toISOString() : noonOf(fittedAt),
});
const resolver = draftResolver<Typed, PartDraft>(partDraftSchema, draftOf, (path) => path.replace('part.', ''));

/**
 * The plate of an alternator or a starter that was put in, when, and why the one before it left.
 * @param places where it may have been put in; asked for where there are several
 * @param isNow true when it is being put in now, and its day is not asked for
 * @param warning what is to be thought of before another one goes in
 */
export const PartForm = ({
  places,
  isNow,
  warning,
  failure,
  save,
  close,
}: {
  readonly places: readonly string[];
  readonly isNow: boolean;
  readonly warning?: string | undefined;
  readonly failure?: string | undefined;
  readonly save: (draft: PartDraft) => unknown;
  readonly close: () => void;
}) => {
  const { control, handleSubmit, setValue, watch } = useForm<Typed, unknown, PartDraft>({
    defaultValues: {
      partId: v7(),
      place: places[0] ?? '',
      make: '',
      type: '',
      serial: '',
      ratedAmps: '',
      fittedAt: isNow ? todayText() : '',
      because: '',
    },
    resolver,
  });
  const [saving, submit] = useOnce(async () => handleSubmit((draft) => save(draft))());
  const { data: known } = useKnownPartsQuery();
  const [place, make, type] = watch(['place', 'make', 'type']);
  const isStarter = place === 'starter';
  const likely = useMemo(() => {
    const begun = (told: string | undefined, typed: string): boolean =>
      (told ?? '').toLowerCase().startsWith(typed.trim().toLowerCase());
    return (known ?? [])
      .filter(
        (part) => (part.ratedAmps === undefined) === isStarter && begun(part.make, make) && begun(part.type, type),
      )
      .slice(0, MOST_KNOWN);
  }, [known, isStarter, make, type]);
  const take = (part: PartPlate): void => {
    setValue('make', part.make ?? '');
    setValue('type', part.type ?? '');
    if (part.ratedAmps !== undefined) setValue('ratedAmps', String(part.ratedAmps));
  };
  return (
    <Panel
      noValidate
      aria-label={isNow ? `The new ${partName(place).toLowerCase()}` : 'A part put in before'}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskForForm control={control} />
      <h3>{isNow ? `The new one: ${partName(place)}` : 'Put in before'}</h3>
      {warning === undefined ? null : <p className="wide">{warning}</p>}
      {places.length < 2 ? null : (
        <Choice
          control={control}
          name="place"
          label="Which"
          options={places.map((own) => [own, partName(own)] as const)}
        />
      )}
      {isNow ? null : <DayLine control={control} name="fittedAt" label="Put in on" />}
      <TextLine control={control} name="make" label="Make" />
      <TextLine control={control} name="type" label="Type" />
      <TextLine control={control} name="serial" label="Serial" />
      {isStarter ? null : <NumberLine control={control} name="ratedAmps" label="Rating on the plate" unit="A" />}
      <div className="wide">
        <TextLine control={control} name="because" label="Why the one before left" />
      </div>
      {likely.length === 0 ? null : (
        <Known aria-label="On record here">
          {likely.map((part) => (
            <li key={JSON.stringify(part)}>
              <QuietKey onPress={() => take(part)}>
                {[part.make, part.type, part.ratedAmps === undefined ? '' : `${part.ratedAmps} A`].join(' ').trim()}
              </QuietKey>
            </li>
          ))}
        </Known>
      )}
      {failure === undefined ? null : (
        <p className="wrong" role="alert">
          {failure}
        </p>
      )}
      <Key onPress={close}>Back</Key>
      <PrimaryKey type="submit" isPending={saving}>
        {isNow ? 'It is fitted' : 'Keep it'}
      </PrimaryKey>
    </Panel>
  );
};
