import { acrossBank } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { againstMax, failed, trouble } from '../../judging/verdict';
import { saneRpm, saneVolts } from '../../quantity/sanity';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { bypassShows, bypassText } from './bypass';

/** The external regulator bypassed for at most 5 s. */
const regulatorReading = readingOf('charge.regulator', {
  voltsBefore: saneVolts,
  voltsAfter: saneVolts,
  rpm: saneRpm,
});

export const regulator = stepRecord(regulatorReading, {
  stage: 'charging',
  title: 'Regulator bypassed',
  minutes: 5,
  hands: 1,
  points: fixed('regulator'),
  judge: (reading, { facts }) => {
    const shown = bypassShows(reading, facts);
    if (shown.kind === 'nothing') return shown.outcome;
    const isRegulator = shown.kind === 'rose';
    const because = isRegulator
      ? `${shown.read}: with the regulator bypassed it charges. Set or replace the regulator, last of all.`
      : `${shown.read}: also with the regulator bypassed nothing comes. Its field wire or supply.`;
    // Either way something is wrong: a rise is what a sound regulator does not leave to be had.
    const against = isRegulator ? againstMax(facts.limits.get('fullFieldRiseVolts'), shown.rise) : shown.against;
    return failed(against, because, [trouble(isRegulator ? 'charge.regulator' : 'charge.field', 'regulator', because)]);
  },
  restsOnItself: true,
  words: bypassText,
  value: () => null,
  leads: acrossBank,
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: () => true,
});
