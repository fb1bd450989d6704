import type { Yard } from '@vaktman/contract';
import { DISPOSITION_WORDS, DISPOSITIONS } from '@vaktman/core';
import { Input, Label, SearchField } from 'react-aria-components';
import { ChoiceField } from '../control/ChoiceField';
import { SORTS, type Sort, type WatchFilter } from './watchFilter';
import { Toggle, Tools, Yards } from './watchStyle';

const SORT_WORDS: Readonly<Record<Sort, string>> = {
  need: 'needs most',
  cold: 'coldest start',
  due: 'due first',
  under: 'battery fails first',
  unit: 'unit number',
};
/** What narrows and orders the list of units. It is there a moment after the list itself. */
export const WatchTools = ({
  filter: { standing, yardId, sort, done },
  change,
  yards,
  typed,
  type,
  openFirst,
}: {
  filter: WatchFilter;
  change: (part: Partial<WatchFilter>) => void;
  yards: readonly Yard[];
  /** What stands in the search. */
  typed: string;
  type: (text: string) => void;
  openFirst: () => void;
}) => (
  <Tools>
    <form
      role="search"
      onSubmit={(event) => {
        event.preventDefault();
        openFirst();
      }}
    >
      <SearchField value={typed} onChange={type}>
        <Label>Find a unit or a finding</Label>
        <Input placeholder="P-07, loader, weak …" />
      </SearchField>
    </form>
    {yards.length < 2 ? null : (
      <Yards role="group" aria-label="Yard">
        {yards.map((yard) => (
          <Toggle
            key={yard.yardId}
            isSelected={yardId === yard.yardId}
            onChange={(on) => change({ yardId: on ? yard.yardId : null })}
          >
            {yard.name}
          </Toggle>
        ))}
      </Yards>
    )}
    <ChoiceField
      label="Left its visit"
      value={standing ?? ''}
      onChange={(value) => change({ standing: DISPOSITIONS.find((known) => known === value) ?? null })}
      options={[['', 'in any way'], ...DISPOSITIONS.map((known) => [known, DISPOSITION_WORDS[known]] as const)]}
    />
    <ChoiceField
      label="First"
      value={sort}
      onChange={(value) => change({ sort: SORTS.find((known) => known === value) ?? 'need' })}
      options={SORTS.map((known) => [known, SORT_WORDS[known]] as const)}
    />
    <Toggle isSelected={done} onChange={(on) => change({ done: on })}>
      When this is done
    </Toggle>
  </Tools>
);
