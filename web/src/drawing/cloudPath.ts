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
