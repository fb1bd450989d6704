import { useEffectEvent, useLayoutEffect } from 'react';
import { keyOf } from './keypadEntry';

/**
 * Has a keypad take what is typed on a keyboard, without clicking first.
 * @param press takes a key of the pad
 * @param enter goes on, or saves
 */
export const useKeypadKeys = (press: (key: string) => void, enter: () => unknown): void => {
  const onKey = useEffectEvent((event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const target = event.target instanceof Element ? event.target : null;
    // A choice that was touched keeps the focus but takes no digits; only what is typed into does.
    if (
      target?.closest('input:not([type=radio], [type=checkbox]), textarea, select, [role=spinbutton], [role=dialog]') !=
      null
    )
      return;
    if (event.key === 'Enter') {
      if (target?.closest('a, button, [role=button], input') != null) return;
      event.preventDefault();
      void enter();
      return;
    }
    const key = keyOf(event.key);
    if (key === null) return;
    event.preventDefault();
    // What was pressed before lets go of the keyboard, or Enter would press it again instead of saving.
    if (document.activeElement instanceof HTMLElement || document.activeElement instanceof SVGElement)
      document.activeElement.blur();
    press(key);
  });
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
};
