import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { parseArgs } from 'node:util';
import {
  explain,
  judge,
  judgeAgain,
  parseVisitText,
  PROFILE_NAMES,
  type Judgement,
  type Problem,
  type ProfileName,
  type VisitFile,
} from '../core/src/index';

const USAGE = `Usage: npm run -s judge -- [--as ${PROFILE_NAMES.join('|')}] [--explain] [visit.json]
       npm run -s judge -- [--as ...] --lines < visits.jsonl
Without a file the visit is read from standard input. With --lines every line is a visit, and every answer a line:
its judgement, or {"errors": [...]}.`;

const refuse = (lines: readonly string[]): never => {
  process.stderr.write(`${lines.join('\n')}\n`);
  process.exit(2);
};

const isProfile = (name: string): name is ProfileName => (PROFILE_NAMES as readonly string[]).includes(name);

const options = () => {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        as: { type: 'string' },
        explain: { type: 'boolean', default: false },
        lines: { type: 'boolean', default: false },
      },
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

const judged = (visit: VisitFile): Judgement =>
  profile !== undefined && isProfile(profile) ? judgeAgain(visit, profile).judgement : judge(visit);

const told = (problems: readonly Problem[]): string[] => problems.map(({ path, message }) => `${path}: ${message}`);

/** Judges a visit a line, as they come: thousands need no more memory than one. */
const judgeLines = async (): Promise<void> => {
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    if (line.trim() === '') continue;
    const parsed = parseVisitText(line);
    const answer = JSON.stringify(parsed.ok ? judged(parsed.value) : { errors: told(parsed.problems) });
    if (!process.stdout.write(`${answer}\n`)) await once(process.stdout, 'drain');
  }
};

if (values.lines) {
  if (positionals.length > 0 || values.explain) refuse(['--lines: reads standard input, and explains nothing', USAGE]);
  await judgeLines();
} else {
  const parsed = parseVisitText(readInput());
  if (!parsed.ok) refuse(told(parsed.problems));
  else {
    const judgement = judged(parsed.value);
    process.stdout.write(values.explain ? explain(judgement) : `${JSON.stringify(judgement, null, 2)}\n`);
  }
}
