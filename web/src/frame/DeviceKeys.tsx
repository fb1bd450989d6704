import { Bell, BellOff, Moon, Sun } from 'lucide-react';
import { lazy } from 'react';
import { ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import { Part } from '../control/Part';
import { WhoKey } from '../session/WhoKey';
import { soundToggled, themeToggled } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { Help } from './Help';

/** Draws nothing while nothing is waited for, and is there a moment later than the first view. */
const Clocks = lazy(async () => ({ default: (await import('./Clocks')).Clocks }));

const Switch = styled(ToggleButton)`
  width: 52px;
  min-height: 60px;
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  display: grid;
  place-items: center;
  &[data-hovered] {
    background: var(--shade);
  }
  /* A phone has them on the sheet behind the question mark. */
  ${PHONE} {
    display: none;
  }
`;

/** What belongs to this device: who works at it, its clocks, night ground and sound. */
export const DeviceKeys = () => {
  const dispatch = useAppDispatch();
  const { theme, sound } = useAppSelector((state) => state.settings);
  return (
    <>
      <WhoKey />
      <Part what="The clocks">
        <Clocks />
      </Part>
      <Switch aria-label="Night theme" isSelected={theme === 'night'} onChange={() => dispatch(themeToggled())}>
        {theme === 'night' ? <Sun aria-hidden="true" /> : <Moon aria-hidden="true" />}
      </Switch>
      <Switch aria-label="Sound" isSelected={sound} onChange={() => dispatch(soundToggled())}>
        {sound ? <Bell aria-hidden="true" /> : <BellOff aria-hidden="true" />}
      </Switch>
      <Help />
    </>
  );
};
