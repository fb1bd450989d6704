import { expect, it } from 'vitest';
import { keptSize } from './scaleDown';

it('keeps small pictures as they are, and brings the longer side of large ones down', () => {
  expect(keptSize(640, 480)).toEqual({ width: 640, height: 480 });
  expect(keptSize(4000, 3000)).toEqual({ width: 1280, height: 960 });
  expect(keptSize(3000, 4000)).toEqual({ width: 960, height: 1280 });
  expect(keptSize(9000, 3)).toEqual({ width: 1280, height: 1 });
});
