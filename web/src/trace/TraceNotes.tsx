import type { TraceRead } from '@vaktman/core';

/** Which column of the file was taken as what, and what was odd in it. */
export const TraceNotes = ({ read, name }: { readonly read: TraceRead; readonly name: string }) => {
  const { columns, figures, notes } = read.answer;
  const own = new Set(Object.keys(figures));
  const said = notes.filter((note) => !own.has(note.split(':')[0] ?? ''));
  const column = (what: 'time' | 'volts' | 'amps'): string =>
    columns[what] === null
      ? `no ${what}`
      : `${what}: column ${columns[what].column}${columns[what].header === '' ? '' : ` “${columns[what].header}”`}`;
  return (
    <>
      <p>
        {name}: {(['time', 'volts', 'amps'] as const).map(column).join(', ')}
      </p>
      {said.length === 0 ? null : (
        <ul>
          {said.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
    </>
  );
};
