/** Words of the work as they are used here, in the order they are met. */
export const GLOSSARY: readonly (readonly [word: string, means: string])[] = [
  ['visit', 'One round of tests on one unit, from the look to the record.'],
  ['reading', 'What an instrument showed at one point at one moment. It is only ever added, never changed.'],
  ['bank', 'All batteries of a unit as they are wired: strings side by side, each of one or more in series.'],
  ['set', 'Batteries that share one box or one pair of cables within a bank.'],
  ['at rest', 'Cut off from the others and from every load, surface charge gone.'],
  ['surface charge', 'Volts that stand on the plates after charging and say nothing of what is stored.'],
  ['carbon pile', 'A knob-set load of hundreds of amperes, held for fifteen seconds.'],
  ['drop', 'Volts lost between two points while current flows.'],
  ['joint', 'Two metal faces held by a bolt, nut or clamp: where most drops sit.'],
  ['sound', 'As it should be; nothing to do.'],
  ['marginal', 'Within the limit, but near it: look again sooner.'],
  ['not yet', 'Not read, or read so that nothing can be said; it says what is missing.'],
  ['finding', 'What readings together say is wrong, with what speaks for and against it.'],
  ['ready', 'Everything owed was read, and nothing is wrong.'],
  ['ready, watch', 'Ready, but something is near its limit.'],
  ['hold', 'Not to go out before what was found is put right and tested again.'],
  ['unfinished', 'Something owed was not read.'],
  ['no sign', 'A quick look found nothing; it never says ready.'],
  ['starts down to', 'The air at which the engine still turns fast enough, by the unit’s own readings.'],
  ['gives', 'Share of its rating that a battery carried under load, brought to one temperature and state of charge.'],
];

/** Keys of the keyboard that do something, and where. */
export const KEYBOARD: readonly (readonly [keys: string, does: string])[] = [
  ['0 to 9, comma or point', 'Go to the reading on screen without clicking first'],
  ['Enter', 'Saves the reading, or does the one thing on the screen'],
  ['Backspace', 'Takes the last digit back'],
  ['− or +', 'Changes the sign where a number may be below zero'],
  ['Tab, Shift Tab', 'To the next thing that can be pressed, and back'],
  ['Esc', 'Ends a load that is on, or leaves a sheet'],
  ['?', 'Opens this sheet'],
];
