import { CHEMISTRY_WORDS, batteriesInOrder, type Unit } from '@vaktman/core';
import type { Content } from 'pdfmake';
import type { Paper } from '../record/paper';
import { madePdf } from '../record/pdf';

const ACROSS = 3;
const CELL_POINTS = 78;
const ruled = () => ({
  hLineWidth: () => 0.5,
  vLineWidth: () => 0.5,
  hLineColor: () => '#B4BCB8',
  vLineColor: () => '#B4BCB8',
  paddingLeft: () => 8,
  paddingRight: () => 8,
  paddingTop: () => 8,
  paddingBottom: () => 8,
});

const month = (date: string | undefined): string =>
  date === undefined ? 'fitted: not on record' : `fitted ${date.slice(0, 7)}`;

/** One label of a battery: where it sits, its serial, the month it was fitted, and its serial to scan. */
const batteryLabel = (unit: Unit, battery: Unit['bank']['batteries'][number]): Content => ({
  columns: [
    { qr: battery.serial ?? `${unit.id} ${battery.position}`, fit: CELL_POINTS - 20, width: CELL_POINTS - 14 },
    {
      stack: [
        { text: `${unit.id}  ${battery.position}`, bold: true, fontSize: 15 },
        { text: battery.serial ?? 'no serial', fontSize: 11 },
        { text: month(battery.fitted), fontSize: 9 },
        {
          text:
            (battery.rating === undefined ? '' : `${battery.rating.value} A ${battery.rating.standard}, `) +
            CHEMISTRY_WORDS[battery.chemistry],
          fontSize: 9,
        },
      ],
    },
  ],
});

/**
 * Labels of a unit as a PDF to cut: one for its cab that opens its page, one for each battery.
 * @param address of the unit's page, as the label is scanned
 */
export const labelPdf = async (unit: Unit, fleetName: string, address: string, paper: Paper): Promise<Uint8Array> => {
  const batteries = batteriesInOrder(unit.bank).map((battery) => batteryLabel(unit, battery));
  const rows: Content[][] = [];
  for (let at = 0; at < batteries.length; at += ACROSS) {
    const row = batteries.slice(at, at + ACROSS);
    while (row.length < ACROSS) row.push({ text: '' });
    rows.push(row);
  }
  return madePdf(paper, `Labels of ${unit.id}`, [
    {
      columns: [
        { qr: address, fit: 150, width: 170 },
        {
          stack: [
            { text: unit.id, bold: true, fontSize: 44 },
            { text: unit.description, fontSize: 18 },
            { text: `${unit.systemVolts} V, ${unit.bank.arrangement}`, fontSize: 14 },
            { text: fleetName, fontSize: 11, margin: [0, 8, 0, 0] },
            { text: address, fontSize: 8 },
          ],
        },
      ],
    },
    { text: 'Batteries: cut along the lines', style: 'heading', margin: [0, 28, 0, 8] },
    { table: { widths: Array.from({ length: ACROSS }, () => '*'), body: rows }, layout: ruled() },
  ]);
};
