export type Decimal = '.' | ',';

/** A number as it stands in a cell: its sign, its digits with what parts them, and what comes after. */
export interface Written {
  readonly sign: 1 | -1;
  readonly hasSign: boolean;
  readonly body: string;
  readonly suffix: string;
}

const WRITTEN = /^([+\-\u2212\u2013])?([\d.,](?:[\d.,]|[ \u00a0\u202f'’](?=\d))*)\s*(.*)$/su;
const PARTS = /[ \u00a0\u202f'’]/g;

/** @returns null where the cell begins with no number */
export const writtenNumber = (cell: string): Written | null => {
  const [, sign, body, suffix = ''] = WRITTEN.exec(cell) ?? [];
  if (body === undefined || !/\d/.test(body)) return null;
  return {
    sign: sign === undefined || sign === '+' ? 1 : -1,
    hasSign: sign !== undefined,
    body,
    suffix: suffix.trim(),
  };
};

/** The value of a number's digits under a decimal sign; null where they do not fit it. */
export const valueOfBody = (body: string, decimal: Decimal): number | null => {
  const other = decimal === '.' ? ',' : '.';
  const [whole = '', fraction, more] = body.split(decimal);
  if (more !== undefined || (fraction !== undefined && !/^\d*$/.test(fraction))) return null;
  let digits = whole;
  if (/[^\d]/.test(whole)) {
    const [separator] = /[^\d]/.exec(whole) ?? [];
    if (separator === undefined || !(separator === other || PARTS.test(separator))) return null;
    PARTS.lastIndex = 0;
    const groups = whole.split(separator);
    if (!groups.every((group, index) => (index === 0 ? /^\d{1,3}$/ : /^\d{3}$/).test(group))) return null;
    digits = groups.join('');
  }
  if (digits === '' && (fraction ?? '') === '') return null;
  return Number(`${digits === '' ? '0' : digits}.${fraction === undefined || fraction === '' ? '0' : fraction}`);
};

/** What the digits of a cell say of the decimal sign; `unclear` where both ways can be meant. */
export const evidenceOf = (body: string): Decimal | 'unclear' | null => {
  const plain = body.replace(PARTS, '');
  const [points, commas] = [plain.split('.').length - 1, plain.split(',').length - 1];
  if (points === 0 && commas === 0) return null;
  if (points > 0 && commas > 0) return plain.lastIndexOf('.') > plain.lastIndexOf(',') ? '.' : ',';
  const sign: Decimal = points > 0 ? '.' : ',';
  if (points + commas > 1) return sign === '.' ? ',' : '.';
  const [before = '', after = ''] = plain.split(sign);
  return after.length !== 3 || before === '' || before === '0' || before.length > 3 ? sign : 'unclear';
};
