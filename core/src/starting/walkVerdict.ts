import { failed, inconclusive, marginal, NO_LIMIT, passed, trouble, type Outcome } from '../visit/verdict';
import { walk, walkAnswerText, walkNode, type WalkAnswers, type WalkConditions } from './walk';
import type { WalkPoint, WalkReading } from './walkReading';

/** What one reading of the walk did: where it led, or which end it reached. */
export const judgeWalk = (reading: WalkReading, answers: WalkAnswers, conditions: WalkConditions): Outcome => {
  const point = reading.point as WalkPoint;
  const node = walkNode(point);
  const said = `${node.question}: ${walkAnswerText(reading)}`;
  const state = walk(answers, conditions);
  const step = state.taken.find((taken) => taken.point === point);
  if (step === undefined) {
    const wanted = state.at === null ? null : walkNode(state.at);
    return wanted === null
      ? passed(NO_LIMIT, `${said}. The walk ended before this step; kept for the record.`)
      : inconclusive(NO_LIMIT, `${said}. The walk has not come this far.`, `Read first: ${wanted.question}.`);
  }
  const { branch } = step;
  if (typeof branch.to === 'string')
    return passed(NO_LIMIT, `${said}, ${branch.when}. Next: ${walkNode(branch.to).question}.`);
  const because = `${said}, ${branch.when}. ${branch.to.words}`;
  switch (branch.to.kind) {
    case 'finding':
      return failed(NO_LIMIT, because, [trouble(branch.to.code, branch.to.subject, because)]);
    case 'charge':
      return marginal(NO_LIMIT, because);
    case 'service':
      return passed(NO_LIMIT, because);
  }
};
