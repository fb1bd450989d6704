import { deviceDraftSchema, type Device, type DeviceDraft } from '@vaktman/contract';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import { useSessionQuery } from '../api/api';
import { failedWords, problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { clockTimeText, dayText } from '../control/dates';
import { draftResolver } from '../control/draftForm';
import { Choice, TextLine } from '../control/formLines';
import { FormRows } from '../control/FormRows';
import { Key } from '../control/Key';
import { SureKey } from '../control/SureKey';
import { useFollow } from '../control/useFollow';
import { useOnce } from '../control/useOnce';
import { Failed, Loading } from '../frame/Failed';
import { ShopSheet } from '../frame/ShopSheet';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';
import { Confirmations } from './Confirmations';
import { NewBrowsersChoice } from './NewBrowsersChoice';
import { ProgramKeys } from './ProgramKeys';
import { useChangeDeviceMutation, useDevicesQuery, useEndDeviceMutation } from './signInApi';

const Row = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1.4fr) minmax(0, 1.6fr) 5.5rem 6rem;
  gap: 0.8rem;
  align-items: start;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--rule);
  > button,
  > p {
    min-height: 4rem;
    margin: 1.1rem 0 0;
    padding: 0 0.4rem;
  }
  /* On one line with what stands in the fields before it. */
  > p {
    display: grid;
    align-items: center;
  }
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
    > button,
    > p {
      margin-top: 0;
    }
    /* What is pressed stands side by side below it. */
    > p {
      grid-column: 1 / -1;
      min-height: 0;
    }
  }
`;
interface Typed {
  name: string;
  shared: string;
}
const resolver = draftResolver<Typed, DeviceDraft>(deviceDraftSchema, ({ name, shared }) => ({
  name,
  shared: shared === 'shared',
}));
const SHARING = [
  ['own', 'one person’s'],
  ['shared', 'shared, by PIN'],
] as const;

const lastWords = ({ lastPerson, lastAt, enrolledAt, enrolledBy }: Device): string =>
  lastPerson === null || lastAt === null
    ? `on record since ${dayText(enrolledAt)} by ${enrolledBy}`
    : `${lastPerson}, ${dayText(lastAt)}, ${clockTimeText(lastAt)}`;

const DeviceRow = ({ device, isHere }: { readonly device: Device; readonly isHere: boolean }) => {
  const [changeDevice] = useChangeDeviceMutation();
  const [endDevice] = useEndDeviceMutation();
  const known: Typed = { name: device.name, shared: device.shared ? 'shared' : 'own' };
  const { control, handleSubmit, setError, reset, formState } = useForm<Typed, unknown, DeviceDraft>({
    defaultValues: known,
    resolver,
  });
  useFollow({ reset }, known);
  const { isDirty } = formState;
  const [saving, save] = useOnce(async () =>
    handleSubmit(async (draft) => {
      const result = await changeDevice({ deviceId: device.deviceId, draft });
      if (result.error !== undefined) setError('name', { type: 'server', message: problemText(result.error) });
      else reset({ name: draft.name, shared: draft.shared ? 'shared' : 'own' });
    })(),
  );
  const end = async (): Promise<void> => {
    const result = await endDevice(device.deviceId);
    if (result.error !== undefined) setError('name', { type: 'server', message: problemText(result.error) });
  };
  return (
    <Row
      noValidate
      aria-label={device.name}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <AskForForm control={control} />
      <TextLine control={control} name="name" label={isHere ? 'This device' : 'Device'} />
      <Choice control={control} name="shared" label="Who works at it" options={SHARING} />
      <p>{lastWords(device)}</p>
      <Key type="submit" isDisabled={!isDirty} isPending={saving}>
        Save
      </Key>
      <SureKey words="End it" sureWords="Surely end it" onPress={end} />
    </Row>
  );
};

/** Browsers people sign in on, and keys of programs: what lets anybody in, and what ends it. */
export const DevicesView = () => {
  useViewTitle('Devices and programs');
  const { data, isError, error, refetch } = useDevicesQuery();
  const { data: session } = useSessionQuery();
  if (data === undefined)
    return isError ? (
      <Failed title="The devices could not be loaded" words={failedWords(error)} again={() => void refetch()} />
    ) : (
      <Loading />
    );
  const { devices, newBrowsers } = data;
  const here = session?.device?.deviceId;
  const inUse = devices.filter(({ endedAt }) => endedAt === null);
  const ended = devices.filter(({ endedAt }) => endedAt !== null);
  const ordered = [
    ...inUse.filter(({ deviceId }) => deviceId === here),
    ...inUse.filter(({ deviceId }) => deviceId !== here),
  ];
  return (
    <ShopSheet $wide>
      <Confirmations />
      <section aria-labelledby="devices">
        <h2 id="devices">Devices</h2>
        <p>
          On a shared one people go on by name and PIN. A device that is lost is ended: whoever is signed in there is
          out at once, and no PIN opens it.
        </p>
        <FormRows
          rows={ordered}
          rowKey={({ deviceId }) => deviceId}
          form={(device) => <DeviceRow device={device} isHere={device.deviceId === here} />}
        />
        {ended.length === 0 ? null : (
          <p>
            Ended:{' '}
            {ended.map(({ name, endedAt }) => `${name} (${endedAt === null ? '' : dayText(endedAt)})`).join(', ')}
          </p>
        )}
      </section>
      <NewBrowsersChoice asked={newBrowsers} />
      <ProgramKeys />
    </ShopSheet>
  );
};
