import { importFields, type ImportKind, type ImportMap } from '@vaktman/core';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { fieldWords } from './importMap';

/** Columns as the terminals of a strip, each with the field it is plugged into; an open end is left aside. */
const Strip = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
  gap: 0.7rem;
  li {
    border: 2px solid var(--ink);
    padding: 0.5rem 0.7rem;
    &.open {
      border-style: dashed;
      border-color: var(--notyet);
    }
  }
  strong {
    display: block;
  }
  small {
    color: var(--ink-2);
  }
`;

/** Every column of the file and what it is taken for, to be put right. */
export const ImportColumns = ({
  kind,
  columns,
  choose,
}: {
  readonly kind: ImportKind;
  readonly columns: NonNullable<ImportMap['columns']>;
  readonly choose: (column: number, field: string | null) => void;
}) => {
  const fields = importFields(kind).map(({ field }) => field);
  return (
    <section>
      <h3>Columns of the file</h3>
      <Strip>
        {columns.map(({ column = 0, header = '', field, measure, standard }) => {
          const names = field === null || field === undefined || fields.includes(field) ? fields : [field, ...fields];
          const told = [measure, standard].filter((part) => part !== undefined).join(', ');
          return (
            <li key={column} className={field === null ? 'open' : ''}>
              <strong>{header === '' ? `column ${column}` : header}</strong>
              <ChoiceField
                label={told === '' ? 'Taken for' : `Taken for, in ${told}`}
                value={field ?? ''}
                onChange={(value) => choose(column, value === '' ? null : value)}
                options={[['', 'left aside'], ...names.map((name) => [name, fieldWords(name)] as const)]}
              />
            </li>
          );
        })}
      </Strip>
    </section>
  );
};
