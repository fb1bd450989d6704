import type { ImportProblem } from './answer';
import { fold } from './fold';
import { measureWord, type Names } from './layout';
import type { ImportMap } from './mapFile';
import { dateHintOf, fieldNamed, measureOf, QUANTITIES, standardOf, type Field, type ImportKind } from './vocabulary';

/** A column of the file, and what it is taken for. */
export interface Column {
  /** From 1. */
  readonly column: number;
  readonly header: string;
  /** Full name of its field; null where it is left aside. */
  readonly name: string | null;
  readonly field: Field | null;
  /** As a map, the header beside its name, or the measures row tell; in this order. */
  readonly measure: string | null;
  readonly standard: string | null;
  /** As the name itself tells: it counts less than a constant. */
  readonly nameStandard: string | null;
  readonly dateOrder: string | null;
}

type Wish = NonNullable<ImportMap['columns']>[number];

const wished = (
  wishes: readonly Wish[],
  headers: readonly string[],
): { readonly at: ReadonlyMap<number, Wish>; readonly problems: readonly ImportProblem[] } => {
  const at = new Map<number, Wish>();
  const problems: ImportProblem[] = [];
  const names = headers.map((header) => [fold(header), fold(header.split(' / ').at(-1) ?? header)]);
  for (const wish of wishes) {
    const folded = wish.header === undefined ? null : fold(wish.header);
    const matching = names.flatMap(([whole, last], index) => (folded === whole || folded === last ? [index] : []));
    const exact = names.flatMap(([whole], index) => (folded === whole ? [index] : []));
    const index =
      wish.column !== undefined
        ? wish.column <= headers.length && (folded === null || matching.includes(wish.column - 1))
          ? wish.column - 1
          : undefined
        : exact.length === 1
          ? exact[0]
          : matching.length === 1
            ? matching[0]
            : undefined;
    if (index === undefined)
      problems.push({
        row: null,
        column: null,
        header: wish.header ?? String(wish.column),
        code: 'no-column',
        expected:
          matching.length > 1
            ? 'the number of the column besides: several have this name'
            : `a column of the file: ${headers.filter((header) => header !== '').join(', ')}`,
      });
    else at.set(index, wish);
  }
  return { at, problems };
};

/** What every column of a file is taken for: as a map says, else by its name. */
export const columnsOf = (
  kind: ImportKind,
  { headers, leads }: Names,
  measures: readonly string[] | null,
  wishes: readonly Wish[],
): { readonly columns: readonly Column[]; readonly problems: readonly ImportProblem[] } => {
  const { at, problems } = wished(wishes, headers);
  const taken = new Set<string>();
  for (const wish of at.values()) if (typeof wish.field === 'string') taken.add(wish.field);
  const claims = headers.map((_, index) => {
    const wish = at.get(index);
    const lead = leads[index] ?? null;
    if (wish?.field === null) return null;
    // The first alternator needs no number.
    if (wish?.field !== undefined) return wish.field.replace(/^alternator\.1\./, 'alternator.');
    return lead === null || lead.isWeak || taken.has(lead.name) ? null : lead.name;
  });
  // Weak names count only where nothing else leads to the field.
  leads.forEach((lead, index) => {
    if (lead?.isWeak !== true || at.get(index)?.field !== undefined) return;
    if (!claims.includes(lead.name)) claims[index] = lead.name;
  });
  const seen = new Set<string>();
  const columns = headers.map((header, index): Column => {
    const wish = at.get(index);
    const claim = claims[index] ?? null;
    const lead = leads[index]?.name === claim ? leads[index] : null;
    const name = claim === null || seen.has(claim) ? null : claim;
    if (name !== null) seen.add(name);
    const field = name === null ? null : fieldNamed(kind, name);
    const below = measureWord(measures?.[index] ?? '');
    const quantity = field?.type === 'alternatorAmps' ? 'amps' : field?.quantity;
    return {
      column: index + 1,
      header,
      name: field === null ? null : name,
      field,
      measure:
        wish?.measure ??
        lead?.measure ??
        measureOf(quantity, below) ??
        (quantity === undefined || QUANTITIES[quantity].ask ? null : QUANTITIES[quantity].canonical),
      standard: wish?.standard ?? lead?.standard ?? (field?.type === 'rating' ? standardOf(below) : null),
      nameStandard: lead?.nameStandard ?? null,
      dateOrder: wish?.dateOrder ?? lead?.dateOrder ?? (field?.type === 'date' ? dateHintOf(below) : null),
    };
  });
  return { columns, problems };
};
