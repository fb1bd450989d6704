import type { VisitEvent } from '../judging/visitEvent';
import { dateText } from '../quantity/time';
import { stepTitle, type JudgedStep } from '../step/catalogue';
import { pointName } from '../unit/pointName';
import { CHEMISTRY_WORDS, type Battery } from '../unit/unit';

/** Why a visit is made, in words. */
export const REASONS = {
  pm: 'preventive maintenance',
  complaint: 'complaint',
  'after-repair': 'after a repair',
  quick: 'quick look',
} as const;

/** A test and where it is taken, in words. */
export const placeTitle = (step: string, point: string): string =>
  `${stepTitle(step as JudgedStep)}, ${pointName(point)}`;

/** What was done beside the readings, as the record lists it; null for what stands elsewhere on it. */
export const eventWords = (event: VisitEvent, time: (iso: string) => string): string | null => {
  const when = `${time(event.at)}, ${event.by}: `;
  switch (event.kind) {
    case 'cautions-acknowledged':
      return `${when}cautions acknowledged`;
    case 'wait-skipped':
      return `${when}did not wait (${event.wait}): ${event.reason}`;
    case 'step-skipped':
      return `${when}skipped ${placeTitle(event.step, event.point)}: ${event.reason}`;
    case 'discarded':
      return `${when}discarded, opened by mistake: ${event.reason}`;
    case 'point-named':
      return `${when}named a place along ${pointName(`${event.run}:${event.point}`)}`;
    case 'made-safe':
      return `${when}taken apart${event.memoryPower === 'connected' ? ', memory power connected' : ''}${
        event.keyOffMinutes === undefined ? '' : `, key off for ${event.keyOffMinutes} min`
      }`;
    case 'photographed':
      return `${when}picture of ${pointName(event.point)}`;
    case 'traced':
      return `${when}samples of the crank kept, ${event.name}${event.meansOf === undefined ? '' : `, as means of ${event.meansOf}`}`;
    case 'planned':
      return `${when}to do: ${event.action}`;
    case 'refused':
    case 'repaired':
    case 'closed':
    case 'amended':
      return null;
  }
};

/** A battery by make, serial, rating, kind and when it was fitted. */
export const batteryText = ({ make, serial, rating, chemistry, fitted }: Battery): string =>
  [
    make ?? 'make not on record',
    serial ?? 'no serial',
    rating === undefined ? 'rating unknown' : `${rating.value} A ${rating.standard}`,
    CHEMISTRY_WORDS[chemistry],
    ...(fitted === undefined ? [] : [`fitted ${dateText(fitted)}`]),
  ].join(', ');

/** What was decided about a finding, one line each. */
export const decisions = (events: readonly VisitEvent[], finding: string, time: (iso: string) => string): string[] =>
  events.flatMap((event) => {
    if (event.kind === 'planned' && event.finding === finding) return [`To do: ${event.action} (${event.by})`];
    if (event.kind === 'refused' && event.finding === finding)
      return [`Nothing done: ${event.reason} (${event.by}, ${time(event.at)})`];
    if (event.kind === 'repaired' && event.repair.closes?.includes(finding) === true)
      return [`Done: ${event.repair.action} (${event.by}, ${time(event.at)})`];
    return [];
  });
