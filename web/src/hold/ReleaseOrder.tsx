import { Dialog, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { PrimaryKey } from '../control/Key';
import type { Hold } from '../visit/conditionsSlice';
import { releaseWord } from './releaseWord';

const Ground = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 50;
  background: #11171b;
  color: #ffffff;
  display: grid;
  [data-theme='night'] & {
    background: #ffc61a;
    color: #101416;
  }
`;
const Order = styled(Modal)`
  padding: 1.2rem 1.5rem 1.5rem;
  display: grid;
  section {
    display: flex;
    flex-direction: column;
    gap: 1rem;
    outline: none;
    --live: #ffffff;
    --on-live: #11171b;
  }
  [data-theme='night'] & section {
    --live: #101416;
    --on-live: #ffc61a;
  }
  h2 {
    font-size: clamp(4rem, 15vw, 12rem);
    line-height: 0.95;
    font-weight: 780;
  }
  p {
    font-size: 1.8rem;
    font-weight: 660;
  }
  button {
    margin-top: auto;
    min-height: 110px;
    font-size: 2.2rem;
  }
`;

/** Over all else: the time of a load or crank is up. */
export const ReleaseOrder = ({
  kind,
  what,
  seconds,
  onOff,
}: {
  kind: Hold['kind'];
  what: string;
  seconds: number;
  onOff: () => void;
}) => (
  <Ground isOpen isKeyboardDismissDisabled>
    <Order>
      <Dialog role="alertdialog" aria-label={releaseWord(kind)}>
        <h2>{releaseWord(kind)}</h2>
        <p>
          {what} for {seconds} s. {kind === 'load' ? 'Turn the pile to zero.' : 'Let the starter cool for 2 min.'}
        </p>
        <PrimaryKey autoFocus onPress={onOff}>
          {kind === 'load' ? 'Load is off' : 'It stands'}
        </PrimaryKey>
      </Dialog>
    </Order>
  </Ground>
);
