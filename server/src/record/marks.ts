import type { Verdict } from '@vaktman/core';

const drawing = (inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 20" width="20" height="20">${inside}</svg>`;

/** The four verdict marks for print: worse means more ink, readable in grey. */
export const PRINTED_MARKS: Readonly<Record<Verdict, string>> = {
  pass: drawing(
    '<circle cx="10" cy="10" r="8.2" fill="none" stroke="#00765E" stroke-width="2"/><path d="M6 10.2l3 3 5-6" fill="none" stroke="#00765E" stroke-width="2"/>',
  ),
  marginal: drawing(
    '<path d="M10 1l9 9-9 9-9-9z" fill="#FFFFFF" stroke="#11171B" stroke-width="1.5"/><path d="M10 1l9 9-9 9z" fill="#F5B800" stroke="#11171B" stroke-width="1.5"/>',
  ),
  fail: drawing(
    '<rect x="1" y="1" width="18" height="18" fill="#AE0740"/><path d="M6 6l8 8M14 6l-8 8" stroke="#FFFFFF" stroke-width="2.6" fill="none"/>',
  ),
  inconclusive: drawing(
    '<path d="M2 6.5V2h4.5M13.5 2H18v4.5M18 13.5V18h-4.5M6.5 18H2v-4.5M9 10h2" fill="none" stroke="#5C666D" stroke-width="2"/>',
  ),
};
