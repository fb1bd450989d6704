import type { Yard } from '@vaktman/contract';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import * as z from 'zod';
import { useTypeNightMutation } from '../api/api';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { dayText, weekdayText } from '../control/dates';
import { draftResolver, numberTyped } from '../control/draftForm';
import { Choice, NumberLine } from '../control/formLines';
import { Key, QuietKey } from '../control/Key';
import { within } from '../control/numberIn';
import { useOnce } from '../control/useOnce';
import { PHONE } from '../theme/screen';

const Form = styled.form`
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: 1fr 1fr 8rem auto auto;
  gap: 0.8rem;
  align-items: end;
  padding: 0.4rem 0 0.6rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;

const LOWEST = { min: -60, max: 60, unit: '°C' };

interface Typed {
  yardId: string;
  date: string;
  lowest: string;
}
const nightSchema = z.object({
  yardId: z.string(),
  date: z.string(),
  lowestC: within(LOWEST).transform((lowest) => lowest ?? null),
});
const resolver = draftResolver<Typed, z.infer<typeof nightSchema>>(
  nightSchema,
  ({ yardId, date, lowest }) => ({ yardId, date, lowestC: numberTyped(lowest) }),
  (path) => (path === 'lowestC' ? 'lowest' : path),
);

/** A night's lowest, where somebody knows it better than the forecast. */
export const NightForm = ({
  yards,
  dates,
  close,
}: {
  yards: readonly Yard[];
  dates: readonly string[];
  close: () => void;
}) => {
  const [typeNight] = useTypeNightMutation();
  const { control, handleSubmit, setError } = useForm<Typed, unknown, z.infer<typeof nightSchema>>({
    defaultValues: { yardId: yards[0]?.yardId ?? '', date: dates[0] ?? '', lowest: '' },
    resolver,
  });
  const keep = async (night: z.infer<typeof nightSchema>): Promise<void> => {
    const answer = await typeNight(night);
    if (answer.error === undefined) close();
    else setError('lowest', { type: 'server', message: problemText(answer.error) });
  };
  const [keeping, submit] = useOnce(async () => handleSubmit(keep)());
  return (
    <Form
      noValidate
      aria-label="Type a night in"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskForForm control={control} />
      <Choice
        control={control}
        name="yardId"
        label="Yard"
        options={yards.map((yard) => [yard.yardId, yard.name] as const)}
      />
      <Choice
        control={control}
        name="date"
        label="Night"
        options={dates.map((day) => [day, `${weekdayText(day)} ${dayText(day)}`] as const)}
      />
      <NumberLine control={control} name="lowest" label="Lowest, empty: as forecast" unit="°C" signed />
      <Key type="submit" isPending={keeping}>
        Keep
      </Key>
      <QuietKey onPress={close}>Leave</QuietKey>
    </Form>
  );
};
