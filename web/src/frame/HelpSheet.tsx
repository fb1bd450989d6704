import { Dialog, Heading, Modal, ModalOverlay, Switch } from 'react-aria-components';
import styled from 'styled-components';
import { ReaderChoices } from './ReaderChoices';
import { Key } from '../control/Key';
import { bankAtOnceChosen, goesOnToggled, soundToggled, themeToggled } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { GLOSSARY, KEYBOARD } from './glossary';
import { tickStyle } from '../control/tickStyle';

const Ground = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 40;
  display: grid;
  place-items: center;
  background: rgb(17 23 27 / 0.55);
`;
const Sheet = styled(Modal)`
  width: min(64rem, 96vw);
  max-height: 94dvh;
  overflow: auto;
  background: var(--paper);
  color: var(--ink);
  border: 3px solid var(--ink);
  padding: 1.2rem 1.4rem;
  section {
    display: grid;
    grid-template-columns: 1fr 1.3fr;
    gap: 0.4rem 2rem;
    outline: none;
    align-items: start;
  }
  h2 {
    grid-column: 1 / -1;
    font-size: 1.8rem;
  }
  h3 {
    font-size: 1.2rem;
    border-bottom: 2px solid var(--ink);
    padding: 0.4rem 0 0.2rem;
  }
  dl {
    display: grid;
    grid-template-columns: 9rem 1fr;
  }
  dt,
  dd {
    border-bottom: 1px solid var(--rule);
    padding: 0.3rem 0;
  }
  dt {
    font-weight: 680;
  }
  ${PHONE} {
    section {
      grid-template-columns: 1fr;
    }
    dl {
      grid-template-columns: 7rem 1fr;
    }
  }
`;
const Setting = styled(Switch)`
  ${tickStyle}
  min-height: 56px;
  border-bottom: 1px solid var(--rule);
`;

const OnOff = ({ words, isOn, change }: { words: string; isOn: boolean; change: () => void }) => (
  <Setting isSelected={isOn} onChange={change}>
    {({ isSelected }) => (
      <>
        <span className="box" aria-hidden="true">
          {isSelected ? '✓' : ''}
        </span>
        {words}
      </>
    )}
  </Setting>
);

/** This device as its reader likes it, the keys that do something, and what our words mean. */
const HelpSheet = ({ close }: { close: () => void }) => {
  const dispatch = useAppDispatch();
  const { theme, sound, goesOn, bankAtOnce } = useAppSelector((state) => state.settings);
  return (
    <Ground isOpen isDismissable onOpenChange={(open) => (open ? undefined : close())}>
      <Sheet>
        <Dialog>
          <Heading slot="title" level={2}>
            Settings, keys and words
          </Heading>
          <div>
            <h3>This device</h3>
            <OnOff words="Night ground" isOn={theme === 'night'} change={() => dispatch(themeToggled())} />
            <OnOff words="Sound" isOn={sound} change={() => dispatch(soundToggled())} />
            <OnOff words="Go on by itself after a pass" isOn={goesOn} change={() => dispatch(goesOnToggled())} />
            <OnOff
              words="Resting volts of the whole bank on one screen"
              isOn={bankAtOnce}
              change={() => dispatch(bankAtOnceChosen(!bankAtOnce))}
            />
            <ReaderChoices />
            <h3>Keys</h3>
            <dl>
              {KEYBOARD.map(([keys, does]) => (
                <div key={keys} style={{ display: 'contents' }}>
                  <dt>{keys}</dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
            <Key style={{ marginTop: '1rem' }} onPress={close}>
              Close
            </Key>
          </div>
          <div>
            <h3>Words</h3>
            <dl>
              {GLOSSARY.map(([word, means]) => (
                <div key={word} style={{ display: 'contents' }}>
                  <dt>{word}</dt>
                  <dd>{means}</dd>
                </div>
              ))}
            </dl>
          </div>
        </Dialog>
      </Sheet>
    </Ground>
  );
};

export default HelpSheet;
