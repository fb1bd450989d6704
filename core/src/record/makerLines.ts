/** Who made one thing of a visit, and how that is known. */
interface Maker {
  readonly person: string;
  readonly device: string;
  readonly way: 'session' | 'pin-offline';
  readonly isSigned: boolean;
}

/** Something of a visit a lead is to confirm, or has. */
interface Doubt {
  readonly why: string;
  readonly confirmedBy: string | null;
}

const entriesWords = (count: number): string => (count === 1 ? '1 entry' : `${count} entries`);

const howWords = ({ way, isSigned }: Maker): string =>
  isSigned
    ? way === 'pin-offline'
      ? 'signed by the device, offline, PIN'
      : 'signed by the device'
    : 'not signed, sent while signed in';

/** Groups what is alike, in the order it first came. */
const counted = (words: readonly string[]): readonly (readonly [words: string, count: number])[] => {
  const counts = new Map<string, number>();
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  return [...counts];
};

/**
 * Who recorded a visit, as lines of its record: how much by whom, on which device, and how that is known; then what a lead
 * confirmed or is to confirm.
 */
export const makerLines = (makers: readonly Maker[], doubts: readonly Doubt[]): readonly string[] => [
  ...counted(makers.map((maker) => `${maker.person} on ${maker.device}, ${howWords(maker)}`)).map(
    ([words, count]) => `${words}: ${entriesWords(count)}`,
  ),
  ...counted(
    doubts.map(({ why, confirmedBy }) =>
      confirmedBy === null ? `To be confirmed by a lead: ${why}` : `Confirmed by ${confirmedBy}: ${why}`,
    ),
  ).map(([words, count]) => `${words}, ${entriesWords(count)}`),
];
