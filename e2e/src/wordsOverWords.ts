import type { Page } from '@playwright/test';

/** Which words of a page stand upon others, so that neither can be read. */
export const wordsOverWords = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    /** By so little neighbours may touch. */
    const CLOSE_SET_PX = 6;
    interface Box {
      readonly left: number;
      readonly right: number;
      readonly top: number;
      readonly bottom: number;
    }
    const within = (one: Box, other: Box): Box => ({
      left: Math.max(one.left, other.left),
      right: Math.min(one.right, other.right),
      top: Math.max(one.top, other.top),
      bottom: Math.min(one.bottom, other.bottom),
    });
    /** What moves with the page differs from what stays in sight: that passes over it. */
    interface Frame {
      readonly clip: Box;
      readonly stays: Element | null;
    }
    const frames = new Map<Element, Frame>();
    const frameOf = (element: Element | null): Frame => {
      if (element === null)
        return { clip: { left: -Infinity, right: Infinity, top: -Infinity, bottom: Infinity }, stays: null };
      const known = frames.get(element);
      if (known !== undefined) return known;
      const around = frameOf(element.parentElement);
      const { overflowX, overflowY, position } = getComputedStyle(element);
      const clips = overflowX !== 'visible' || overflowY !== 'visible';
      const frame = {
        clip: clips ? within(around.clip, element.getBoundingClientRect()) : around.clip,
        stays: position === 'sticky' || position === 'fixed' ? element : around.stays,
      };
      frames.set(element, frame);
      return frame;
    };
    const words: (Box & { readonly text: string; readonly stays: Element | null; readonly own: Element })[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node !== null; node = walker.nextNode()) {
      const own = node.parentElement;
      const text = node.textContent?.trim() ?? '';
      // The point of a large figure is set close to its digits.
      if (own === null || !/[\p{L}\p{N}]/u.test(text) || own.closest('svg') !== null) continue;
      if (!own.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      const { clip, stays } = frameOf(own);
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of range.getClientRects()) {
        // The letters of a line, without the air above and below them.
        const air = rect.height * 0.2;
        const { left, right } = rect;
        const box = within({ left, right, top: rect.top + air, bottom: rect.bottom - air }, clip);
        if (box.right - box.left > 2 && box.bottom - box.top > 2) words.push({ ...box, text, stays, own });
      }
    }
    words.sort((one, other) => one.top - other.top);
    const found = new Set<string>();
    words.forEach((one, index) => {
      for (const other of words.slice(index + 1)) {
        if (other.top >= one.bottom) break;
        if (other.own === one.own || other.stays !== one.stays) continue;
        const { left, right, top, bottom } = within(one, other);
        if (right - left > CLOSE_SET_PX && bottom - top > 2)
          found.add(`"${one.text.slice(0, 40)}" stands upon "${other.text.slice(0, 40)}"`);
      }
    });
    return [...found].map((what) => `${location.pathname}${location.search}: ${what}`);
  });
