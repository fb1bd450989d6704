import type { XY } from '@vaktman/core';

/** The outline of a revision cloud round a rectangle. */
export const cloudPath = (x: number, y: number, width: number, height: number): string => {
  const bump = 15;
  const along = (length: number) => Math.max(2, Math.round(length / bump));
  const side = (count: number, dx: number, dy: number): string =>
    Array.from({ length: count }, () => `a${bump / 1.8} ${bump / 1.8} 0 0 1 ${dx} ${dy}`).join('');
  const across = along(width);
  const down = along(height);
  return `M${x} ${y}${side(across, width / across, 0)}${side(down, 0, height / down)}${side(across, -width / across, 0)}${side(down, 0, -height / down)}z`;
};

/** The same round a circle, hugging it: what stands close beside is left alone. */
export const roundCloudPath = ([x, y]: XY, radius: number): string => {
  const bumps = Math.max(6, Math.round((2 * Math.PI * radius) / 12));
  const at = (index: number): string => {
    const angle = (2 * Math.PI * index) / bumps;
    return `${(x + radius * Math.cos(angle)).toFixed(1)} ${(y + radius * Math.sin(angle)).toFixed(1)}`;
  };
  const bump = (Math.PI * radius) / bumps / 0.9;
  return `M${at(0)}${Array.from({ length: bumps }, (_, index) => `A${bump.toFixed(1)} ${bump.toFixed(1)} 0 0 1 ${at(index + 1)}`).join('')}z`;
};
