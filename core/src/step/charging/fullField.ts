import { acrossAlternatorOrBank } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { stepRecord } from '../../judging/stepRecord';
import { failed, passed, trouble } from '../../judging/verdict';
import { saneRpm, saneVolts } from '../../quantity/sanity';
import { alternatorIds } from '../../unit/points';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { bypassShows, bypassText } from './bypass';

/** The field fed straight from the bank for at most 5 s, on externally regulated machines. */
const fullFieldReading = readingOf('charge.fullField', {
  voltsBefore: saneVolts,
  voltsAfter: saneVolts,
  rpm: saneRpm,
});

export const fullField = stepRecord(fullFieldReading, {
  stage: 'charging',
  title: 'Full field',
  minutes: 6,
  hands: 1,
  points: alternatorIds,
  judge: (reading, { facts }) => {
    const shown = bypassShows(reading, facts);
    if (shown.kind === 'nothing') return shown.outcome;
    if (shown.kind === 'rose')
      return passed(shown.against, `${shown.read}: the alternator gives. Look in its field supply and regulator.`);
    const because = `${shown.read}: on full field it does not rise.`;
    return failed(shown.against, because, [trouble('alternator.low-output', reading.point, because)]);
  },
  restsOnItself: true,
  words: bypassText,
  value: () => null,
  leads: acrossAlternatorOrBank,
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: () => true,
});
