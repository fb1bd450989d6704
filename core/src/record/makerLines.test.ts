import { describe, expect, it } from 'vitest';
import { makerLines } from './makerLines';

const dahl = { person: 'I. Dahl', device: 'Bay 2 tablet', way: 'session', isSigned: true } as const;

describe('who recorded a visit', () => {
  it('is told by person, device and how it is known, alike things once', () => {
    const hask = { ...dahl, person: 'R. Hask', way: 'pin-offline' } as const;
    expect(makerLines([dahl, hask, dahl, { ...dahl, isSigned: false, device: "I. Dahl's Linux" }], [])).toEqual([
      'I. Dahl on Bay 2 tablet, signed by the device: 2 entries',
      'R. Hask on Bay 2 tablet, signed by the device, offline, PIN: 1 entry',
      "I. Dahl on I. Dahl's Linux, not signed, sent while signed in: 1 entry",
    ]);
  });
  it('names what waits for a lead apart from what one confirmed', () => {
    const why = 'Lost tablet was ended on 2026-11-26';
    expect(
      makerLines(
        [],
        [
          { why, confirmedBy: null },
          { why, confirmedBy: null },
          { why, confirmedBy: 'M. Holt' },
        ],
      ),
    ).toEqual([`To be confirmed by a lead: ${why}, 2 entries`, `Confirmed by M. Holt: ${why}, 1 entry`]);
  });
  it('is nothing where nothing is known', () => expect(makerLines([], [])).toEqual([]));
});
