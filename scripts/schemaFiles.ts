import {
  judgementSchema,
  LIMIT_NAMES,
  LIMITS,
  limitWords,
  PROFILES,
  scenarioFileSchema,
  visitFileSchema,
} from '@vaktman/core';
import * as z from 'zod';

const schemaText = (schema: z.ZodType, title: string): string =>
  `${JSON.stringify({ title, ...z.toJSONSchema(schema, { io: 'input' }) }, null, 2)}\n`;

const GROWS = { none: '', system: ' × system volts / 12', battery: ' × battery volts / 12' } as const;

/** Every limit of the default method as a table, then what the other methods change. */
const limitsText = (): string => {
  const rows = LIMIT_NAMES.map((name) => {
    const { value, unit, kind, scale, reason, source } = LIMITS[name];
    return `| \`${name}\` | ${limitWords(name)} | ${kind} ${value} ${unit === 'ratio' ? '' : unit}${GROWS[scale]} | ${reason} | ${source} |`;
  });
  const methods = Object.values(PROFILES).map(
    ({ name, title, why, decidingTest, starterDropRule, limits, version }) => {
      const changes = Object.entries(limits).map(([limit, value]) => `\`${limit}\` ${value}`);
      return `- **${title}** (\`${name}\`, version ${version}). ${why} Decides by \`${decidingTest}\`; asks for starter cable losses \`${starterDropRule}\`.${changes.length === 0 ? '' : ` Changes: ${changes.join(', ')}.`}`;
    },
  );
  return [
    '# Limits',
    '',
    'Made from the code by `npm run schemas`; a test fails when it drifts. A maker’s figure for a unit wins over all of',
    'them and is never scaled; then come the limits of a visit, then these.',
    '',
    '| Name in files | Called | Limit | Why | Source |',
    '|---|---|---|---|---|',
    ...rows,
    '',
    '## Methods',
    '',
    ...methods,
    '',
  ].join('\n');
};

/** The generated pages in docs/, by path, made from what the code checks and judges with. */
export const schemaFiles = (): Readonly<Record<string, string>> => ({
  'schema/visit-file.schema.json': schemaText(visitFileSchema, 'Vaktman visit file, version 1'),
  'schema/judgement.schema.json': schemaText(judgementSchema, 'Vaktman judgement, version 1'),
  'schema/scenario-file.schema.json': schemaText(scenarioFileSchema, 'Vaktman scenario file, version 1'),
  'limits.md': limitsText(),
});
