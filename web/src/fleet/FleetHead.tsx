import { fleetDraftSchema, type Fleet, type FleetDraft } from '@vaktman/contract';
import { useForm } from 'react-hook-form';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { draftResolver } from '../control/draftForm';
import { TextLine } from '../control/formLines';
import { Key } from '../control/Key';
import { useFollow } from '../control/useFollow';
import { useOnce } from '../control/useOnce';
import { Line } from './fleetStyle';
import { ZoneLine } from './ZoneLine';
import { useChangeFleetMutation } from './fleetApi';

const resolver = draftResolver<FleetDraft, FleetDraft>(fleetDraftSchema, (typed) => typed);

/** What the fleet is called, and the clock its visits and due dates are written by. */
export const FleetHead = ({ fleet }: { fleet: Fleet }) => {
  const [changeFleet] = useChangeFleetMutation();
  const { control, handleSubmit, setError, reset, formState } = useForm<FleetDraft, unknown, FleetDraft>({
    defaultValues: { name: fleet.name, timeZone: fleet.timeZone },
    resolver,
  });
  useFollow({ reset }, { name: fleet.name, timeZone: fleet.timeZone });
  const { isDirty } = formState;
  const save = async (draft: FleetDraft): Promise<void> => {
    const result = await changeFleet(draft);
    if (result.error === undefined) reset(draft);
    else setError('name', { type: 'server', message: problemText(result.error) });
  };
  const [saving, submit] = useOnce(async () => handleSubmit(save)());
  return (
    <Line
      as="form"
      noValidate
      aria-label="The fleet"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskForForm control={control} />
      <TextLine control={control} name="name" label="What it is called" />
      <ZoneLine control={control} name="timeZone" />
      <Key type="submit" isDisabled={!isDirty} isPending={saving}>
        Save
      </Key>
    </Line>
  );
};
