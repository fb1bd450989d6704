import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { MainBar } from './MainBar';

describe('the bar', () => {
  it('leads to every view, inline and behind the key a phone has, and marks where one is', () => {
    show(<MainBar />, { at: '/batteries' });
    const [inline, menu] = screen.getAllByRole('navigation', { name: 'Views', hidden: true });
    const views = ['Watch', 'Units', 'Batteries', 'Practice', 'Fleet', 'Take in'];
    for (const place of [inline!, menu!]) {
      const links = within(place).getAllByRole('link', { hidden: true });
      expect(links.map(({ textContent }) => textContent)).toEqual(views);
      const here = links.filter((link) => link.getAttribute('aria-current') === 'page');
      expect(here.map(({ textContent }) => textContent)).toEqual(['Batteries']);
    }
  });
});
