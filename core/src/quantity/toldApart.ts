import { isWithin } from './compare';
import { figure } from './display';

const MOST_DECIMALS = 9;
const numberIn = (text: string): number => Number(text.replace('−', '-').replace(/[^-\d.].*$/, ''));

/**
 * A figure and the border it is held against, in words that are true as written: where both differ and would be written
 * alike, with as many digits as tell them apart. A border that its own words say exactly keeps them.
 * @param write how either is written where they are told apart anyway: `12.40 V`
 */
export const toldApart = (
  value: number,
  border: number,
  write: (figure: number) => string,
): readonly [value: string, border: string] => {
  const [own, usual] = [write(value), write(border)];
  if (own !== usual || isWithin(value, border, border)) return [own, usual];
  const unit = usual.replace(/^[−\d.]+/, '');
  const isExact = isWithin(numberIn(usual), border, border);
  const written = /\.(\d+)/.exec(usual)?.[1]?.length ?? 0;
  for (let decimals = written + 1; decimals <= MOST_DECIMALS; decimals++) {
    const [exact, edge] = [figure(value, decimals), figure(border, decimals)];
    if (exact !== edge) return [`${exact}${unit}`, isExact ? usual : `${edge}${unit}`];
  }
  return [own, usual];
};
