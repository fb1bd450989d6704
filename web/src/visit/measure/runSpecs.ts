import { leadsFor, pointName, runAt, RUN_MOMENTS, type RunReading, type Unit } from '@vaktman/core';
import { ampsField, voltsField, type MeasureSpec } from './spec';

const MOMENT_WORDS: Readonly<Record<RunReading['during'], string>> = {
  crank: 'while cranking',
  pile: 'with the pile',
  charging: 'charging',
  'key-on': 'key on',
};

const usualMoment = (name: string | undefined): RunReading['during'] => {
  if (name === 'field') return 'key-on';
  if (name === 'control') return 'crank';
  return name?.startsWith('charge') === true ? 'charging' : 'pile';
};

export const runSpec = (unit: Unit, point: string): MeasureSpec => {
  const run = runAt({ unit }, point);
  const at = pointName(point.slice(point.indexOf(':') + 1));
  return {
    title: `Along the run, to ${at}`,
    how: [
      `One probe stays at ${run === null ? 'the start' : pointName(run.from)}; the other goes from point to point. The same current for all of them.`,
      'The stretch where the volts jump is the one that loses them.',
    ],
    leads: () => leadsFor(unit, 'run.volts', point),
    alone: 'With the pile no second person is needed. While cranking: one cranks, one reads.',
    caution: 'load-heat',
    fields: () => [voltsField([-1, 2]), ampsField('Amps flowing', [1, 2500], true)],
    choices: [
      {
        key: 'during',
        label: 'Read',
        options: RUN_MOMENTS.map((moment) => [moment, MOMENT_WORDS[moment]] as const),
        initial: usualMoment(run?.name),
      },
    ],
    idleMinutes: null,
    cranks: ({ during }) => during === 'crank',
    build: (values, { during }) => ({
      step: 'run.volts',
      point,
      volts: values['volts'] ?? 0,
      during: during as RunReading['during'],
      ...(values['amps'] == null ? {} : { amps: values['amps'] }),
    }),
  };
};
