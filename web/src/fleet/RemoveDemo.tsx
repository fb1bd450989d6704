import { useState } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { CheckBox } from '../control/CheckBox';
import { Key, PrimaryKey } from '../control/Key';
import { sheetGround, sheetPaper } from '../control/sheetStyle';
import { Wrong } from './fleetStyle';
import { useDemoCountQuery, useRemoveDemoMutation } from './fleetApi';

const Ground = styled(ModalOverlay)`
  ${sheetGround}
`;
const Sheet = styled(Modal)`
  ${sheetPaper}
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 1rem;
`;

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

const Ask = ({ close }: { close: () => void }) => {
  const { data: count } = useDemoCountQuery();
  const navigate = useNavigate();
  const [removeDemo] = useRemoveDemoMutation();
  const [visitedToo, setVisitedToo] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const remove = async (): Promise<void> => {
    const result = await removeDemo({ visitedToo });
    if (result.error !== undefined) setFailure(problemText(result.error));
    // Where nothing is left, the first page asks again, with a link of its own.
    else if (result.data.begin !== null) await navigate(result.data.begin);
    else close();
  };
  return (
    <Ground isOpen isDismissable onOpenChange={(open) => (open ? undefined : close())}>
      <Sheet>
        <Dialog role="alertdialog">
          <Heading slot="title" level={2}>
            Take the demo away?
          </Heading>
          {count === undefined ? null : (
            <>
              <p>
                {counted(count.units, 'made-up unit goes', 'made-up units go')} with{' '}
                {counted(count.batteries, 'battery', 'batteries')} and {counted(count.visits, 'visit', 'visits')}, and
                its people, yards and instruments.
              </p>
              <p>
                {count.ownUnits === 0
                  ? 'No unit of your own is here yet.'
                  : `${counted(count.ownUnits, 'unit', 'units')} of your own ${count.ownUnits === 1 ? 'stays' : 'stay'}, with ${counted(count.ownBatteries, 'battery', 'batteries')} and where they stand.`}
              </p>
              {count.visited.length === 0 ? null : (
                <CheckBox
                  isSelected={visitedToo}
                  onChange={setVisitedToo}
                  words={`Also ${count.visited.join(', ')}, where a visit was made here`}
                />
              )}
            </>
          )}
          {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
          <Keys>
            <Key onPress={close}>Keep it</Key>
            <PrimaryKey isDisabled={count === undefined} onPress={remove}>
              Take the demo away
            </PrimaryKey>
          </Keys>
        </Dialog>
      </Sheet>
    </Ground>
  );
};

/** The made-up fleet is taken away in one step; what is one's own stays. */
export const RemoveDemo = () => {
  const [asked, setAsked] = useState(false);
  return (
    <section aria-label="The demo">
      <h2>The demo</h2>
      <p>This fleet is made up, to look around in. Take it away once your own units are here.</p>
      <Key onPress={() => setAsked(true)}>Take the demo away</Key>
      {asked ? <Ask close={() => setAsked(false)} /> : null}
    </section>
  );
};
