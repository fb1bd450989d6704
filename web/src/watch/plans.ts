import type { UnitId } from '@vaktman/core';
import type { WatchRow } from '@vaktman/contract';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { dateAfter } from '../control/dates';

/** A unit that is due within the week, or overdue. */
export interface DueLine {
  readonly unitId: UnitId;
  readonly dueOn: string;
  readonly daysLate: number;
  readonly by: 'date' | 'hours' | 'distance';
  readonly what: string;
}

const DAYS_AHEAD = 7;

/**
 * What is due within a week, the latest overdue first.
 * @param today calendar date
 */
export const dueThisWeek = (rows: readonly WatchRow[], today: string): readonly DueLine[] => {
  const border = dateAfter(today, DAYS_AHEAD);
  return rows
    .flatMap(({ unitId, dueOn, dueBy, openVisitId, actions }): DueLine[] =>
      dueOn === null || dueOn > border
        ? []
        : [
            {
              unitId,
              dueOn,
              daysLate: Math.max(0, differenceInCalendarDays(parseISO(today), parseISO(dueOn))),
              by: dueBy ?? 'date',
              what: openVisitId === null ? (actions[0]?.action ?? 'visit') : 'go on with the open visit',
            },
          ],
    )
    .sort((a, b) => (a.dueOn < b.dueOn ? -1 : a.dueOn > b.dueOn ? 1 : a.unitId < b.unitId ? -1 : 1));
};

/** A part to buy, with the units it is for. */
export interface BuyLine {
  readonly part: string;
  readonly count: number;
  readonly units: readonly string[];
}

/** Parts of every open action, grouped, the most wanted first. */
export const toBuy = (rows: readonly WatchRow[]): readonly BuyLine[] => {
  const found = new Map<string, { count: number; units: Set<string> }>();
  for (const { unitId, actions } of rows) {
    for (const { part } of actions) {
      if (part === undefined) continue;
      const line = found.get(part.name) ?? { count: 0, units: new Set<string>() };
      line.count += part.count;
      line.units.add(unitId);
      found.set(part.name, line);
    }
  }
  return [...found]
    .map(([part, { count, units }]) => ({ part, count, units: [...units].sort() }))
    .sort((a, b) => b.count - a.count || (a.part < b.part ? -1 : 1));
};
