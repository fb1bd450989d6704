/** What is read of a part, where a figure and its unit stand together by a space that no line is broken at. */
export const readText = (part: Node | null | undefined): string => (part?.textContent ?? '').replaceAll('\u00a0', ' ');
