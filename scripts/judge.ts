import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { explain, judge, judgeAgain, parseVisitText, PROFILE_NAMES, type ProfileName } from '../core/src/index';

const USAGE = `Usage: npm run -s judge -- [--as ${PROFILE_NAMES.join('|')}] [--explain] [visit.json]
Without a file the visit is read from standard input.`;

const refuse = (lines: readonly string[]): never => {
  process.stderr.write(`${lines.join('\n')}\n`);
  process.exit(2);
};

const isProfile = (name: string): name is ProfileName => (PROFILE_NAMES as readonly string[]).includes(name);

const options = () => {
  try {
    return parseArgs({
      allowPositionals: true,
      options: { as: { type: 'string' }, explain: { type: 'boolean', default: false } },
    });
  } catch (error) {
    return refuse([error instanceof Error ? error.message : String(error), USAGE]);
  }
};

const { values, positionals } = options();
const profile = values.as;
if (profile !== undefined && !isProfile(profile))
  refuse([`--as: expected one of ${PROFILE_NAMES.join(', ')}, received ${profile}`]);
if (positionals.length > 1) refuse([USAGE]);

const readInput = (): string => {
  const file = positionals[0];
  try {
    return readFileSync(file ?? 0, 'utf8');
  } catch (error) {
    return refuse([
      `$: cannot read ${file ?? 'standard input'}: ${error instanceof Error ? error.message : String(error)}`,
    ]);
  }
};

const parsed = parseVisitText(readInput());
if (!parsed.ok) refuse(parsed.problems.map(({ path, message }) => `${path}: ${message}`));
else {
  const judgement =
    profile !== undefined && isProfile(profile) ? judgeAgain(parsed.value, profile).judgement : judge(parsed.value);
  process.stdout.write(values.explain ? explain(judgement) : `${JSON.stringify(judgement, null, 2)}\n`);
}
