import type { ListKind } from '@vaktman/contract';

/** One row to show what goes where; whoever fills the list in writes over it. */
const ROWS: Readonly<Record<ListKind, readonly (readonly [heading: string, example: string])[]>> = {
  units: [
    ['Unit', 'P-01'],
    ['Description', 'Plough truck'],
    ['Yard', 'Lower Yard'],
    ['System volts', '24'],
    ['Arrangement', '2S2P'],
    ['Chemistry', 'flooded'],
    ['CCA', '920'],
    ['Battery make', 'Brannfell'],
    ['Batteries fitted', '2025-10-02'],
    ['Starter ground', 'cable'],
    ['Magnetic switch', 'separate'],
    ['Alternator', '140'],
    ['Cylinders', '6'],
    ['Oil', '10W'],
  ],
  batteries: [
    ['Serial', 'BR-1001'],
    ['Make', 'Brannfell'],
    ['Chemistry', 'flooded'],
    ['Rating', '920'],
    ['Standard', 'SAE'],
    ['Ah', '100'],
    ['Fitted', '2025-10-02'],
    ['Warranty', '2028-10-02'],
    ['Fitted to', 'P-01'],
    ['Position', 'A'],
    ['State', 'fitted'],
  ],
  results: [
    ['Unit', 'P-01'],
    ['Date', '2025-10-02'],
    ['Time', '08:10'],
    ['Technician', 'K. Moen'],
    ['Engine hours', '4100'],
    ['OCV A', '12.62'],
    ['OCV B', '12.60'],
    ['Load volts A', '10.2'],
    ['Load volts B', '10.3'],
    ['Load amps', '460'],
    ['Load seconds', '15'],
    ['Crank volts', '10.4'],
  ],
};

/** A list to fill in: headings that are known without asking, and one row that shows what goes where. */
export const templateText = (kind: ListKind): string =>
  [ROWS[kind].map(([heading]) => heading), ROWS[kind].map(([, example]) => example)]
    .map((cells) => cells.join(','))
    .join('\r\n') + '\r\n';
