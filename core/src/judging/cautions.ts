import type { Caution } from './visitEvent';

/** The usual cautions, short, shown where they apply and acknowledged once a visit. */
export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
  'eyes-hands': 'Face shield and gloves on. Acid on skin: rinse with much water.',
  hydrogen: 'No flame, no spark, fresh air. Make and break leads with the load at zero.',
  'ground-first': 'Ground side off first, on last. Rings and watches off, insulated tools.',
  'load-heat': 'Load at most 15 s, then let battery and pile cool for 1 min.',
  damaged: 'Never load or charge a frozen, cracked, bulged or leaking battery.',
  'running-engine':
    'Chocks, brake, neutral. Engine running: keep hands, leads and clothes off belt, fan and hot parts.',
  'memory-power': "Memory power where the machine needs it; follow the machine's own manual before disconnecting.",
};

export const DEFER_WORDS = "Vaktman advises. The maker's manual, site rules, local codes and licensed people decide.";
