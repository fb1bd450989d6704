import { render } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useFoot } from './useFoot';

const Foot = ({ isThere, words }: { isThere: boolean; words: string }) => {
  const foot = useFoot('--foot-mark');
  return isThere ? <p ref={foot}>{words}</p> : null;
};
const told = (): string => document.documentElement.style.getPropertyValue('--foot-mark');

it('tells the page of what stands at its foot when it comes and goes, not whenever it is drawn', () => {
  const { rerender, unmount } = render(<Foot isThere={false} words="" />);
  expect(told()).toBe('');
  rerender(<Foot isThere words="1 reading waiting" />);
  expect(told()).toBe('0px');
  // The whole page is laid out anew for every change of it.
  const changes = new MutationObserver(() => undefined);
  changes.observe(document.documentElement, { attributes: true, attributeFilter: ['style'] });
  for (let count = 2; count < 6; count++) rerender(<Foot isThere words={`${count} readings waiting`} />);
  expect(changes.takeRecords()).toEqual([]);
  changes.disconnect();
  rerender(<Foot isThere={false} words="" />);
  expect(told()).toBe('');
  rerender(<Foot isThere words="again" />);
  unmount();
  expect(told()).toBe('');
});
