import {
  BatteryModel,
  burstLines,
  feedText,
  loadTarget,
  SAMPLE_INTERVAL_S,
  simulatedSamples,
  simulateVisit,
  unitSchema,
  workshopInstruments,
  type Instruments,
  type Reading,
  type Unit,
} from '@vaktman/core';
import { createServer, type Server, type Socket } from 'node:net';

/** Samples a second, as a hand instrument with a radio sends them. */
const SAMPLES_PER_SECOND = 20;
const STEP_SECONDS = 1 / SAMPLES_PER_SECOND;
/** Lines of a burst sent at a time. */
const BURST_LINES = 100;
const HAND_WANDERS = 0.012;
const LONGEST_COMMAND = 64_000;
const AMBIENT_C = -4;
const CHARGE_PERCENT = 93;

interface Machine {
  readonly unit: Unit;
  readonly step: string;
  readonly point: string;
}

/** A stream of lines for one step: the values of each sample, one call a sample. */
type Samples = () => readonly string[];

type Sampled = 'dc-volts' | 'ac-volts' | 'dc-amps' | 'rpm';

/** A load test as it happens: the hand follows the pile, the volts sag. */
const loadSamples = (machine: Machine): Samples | null => {
  const battery = machine.unit.bank.batteries.find(({ position }) => position === machine.point);
  const target = battery === undefined ? null : loadTarget(battery);
  if (battery === undefined || target === null) return null;
  const model = new BatteryModel(
    battery,
    { age: 1.08, sulphated: false, shortedCell: false, stateOfCharge: CHARGE_PERCENT / 100 },
    AMBIENT_C,
  );
  const instruments = workshopInstruments(11);
  let seconds = 0;
  return () => {
    const amps = target.amps * (1.022 + HAND_WANDERS * Math.sin(2.1 * seconds));
    const volts = model.source(STEP_SECONDS).emf(amps) - model.seriesOhms(STEP_SECONDS) * amps;
    model.advance(amps, STEP_SECONDS);
    seconds += STEP_SECONDS;
    return [
      feedText('meter', 'dc-volts', instruments.dcVolts(volts)),
      feedText('clamp', 'dc-amps', instruments.clampAmps(amps)),
    ];
  };
};

/** Any other step: the value a sound machine shows, reached in a second, then standing with its last digits. */
const steadySamples = (machine: Machine): Samples | null => {
  const visit = simulateVisit({
    format: 'vaktman-scenario',
    version: 1,
    unit: machine.unit,
    ambientC: AMBIENT_C,
    stateOfChargePercent: CHARGE_PERCENT,
    seed: 11,
    faults: [],
  });
  const reading = visit.readings.findLast(({ step, point }) => step === machine.step && point === machine.point);
  if (reading === undefined) return null;
  const instruments = workshopInstruments(12);
  let seconds = 0;
  return () => {
    seconds += STEP_SECONDS;
    const reached = 1 - Math.exp(-seconds / 0.25);
    return samplesOf(reading).map(({ instrument, quantity, value }) =>
      feedText(instrument, quantity, SHOWN[quantity](instruments, quantity === 'rpm' ? value : value * reached)),
    );
  };
};

/** A crank caught whole, as an oscilloscope sends it once the trigger fired. */
const burst = ({ unit }: Machine): readonly string[] =>
  burstLines(
    'scope',
    SAMPLE_INTERVAL_S,
    simulatedSamples(
      {
        unit,
        celsius: AMBIENT_C,
        stateOfChargePercent: Object.fromEntries(unit.bank.batteries.map(({ position }) => [position, CHARGE_PERCENT])),
        faults: [],
      },
      13,
    ),
  );

/** What the instrument for each quantity shows of a true value. */
const SHOWN: Readonly<Record<Sampled, (instruments: Instruments, value: number) => number>> = {
  'dc-volts': (instruments, value) => instruments.dcVolts(value),
  'ac-volts': (instruments, value) => instruments.acVolts(value),
  'dc-amps': (instruments, value) => instruments.clampAmps(value),
  rpm: (instruments, value) => instruments.rpm(value),
};

const samplesOf = (reading: Reading): readonly { instrument: string; quantity: Sampled; value: number }[] => [
  ...('volts' in reading && reading.volts !== undefined
    ? [{ instrument: 'meter', quantity: 'dc-volts' as const, value: reading.volts }]
    : []),
  ...('acVolts' in reading ? [{ instrument: 'meter', quantity: 'ac-volts' as const, value: reading.acVolts }] : []),
  ...('amps' in reading && reading.amps !== undefined
    ? [{ instrument: 'clamp', quantity: 'dc-amps' as const, value: reading.amps }]
    : []),
  ...('peakAmps' in reading ? [{ instrument: 'clamp', quantity: 'dc-amps' as const, value: reading.peakAmps }] : []),
  ...('rpm' in reading ? [{ instrument: 'tachometer', quantity: 'rpm' as const, value: reading.rpm }] : []),
];

/** Answers one connection: takes commands a line each, and sends samples between START and STOP. */
const serve = (socket: Socket): void => {
  let unit: Unit | null = null;
  let step = '';
  let point = '';
  let timer: NodeJS.Timeout | null = null;
  let rest = '';
  const send = (line: string): void => void socket.write(`${line}\n`);
  const stop = (): void => {
    if (timer !== null) clearInterval(timer);
    timer = null;
  };
  const start = (): void => {
    stop();
    if (unit === null) return send('NOTE no machine: send MACHINE first');
    const machine = { unit, step, point };
    if (step === 'start.trace') {
      const lines = burst(machine);
      let sent = 0;
      timer = setInterval(() => {
        if (sent >= lines.length) return stop();
        lines.slice(sent, sent + BURST_LINES).forEach(send);
        sent += BURST_LINES;
      }, STEP_SECONDS * 1000);
      return;
    }
    const samples = step === 'battery.load' ? loadSamples(machine) : steadySamples(machine);
    if (samples === null) return send(`NOTE nothing to read at ${step} ${point}`);
    timer = setInterval(() => samples().forEach(send), STEP_SECONDS * 1000);
  };
  const take = (line: string): void => {
    const [word, ...words] = line.trim().split(/\s+/);
    switch (word) {
      case 'MACHINE': {
        let input: unknown;
        try {
          input = JSON.parse(line.trim().slice(8));
        } catch {
          return send('NOTE MACHINE expects one JSON object');
        }
        const parsed = unitSchema.safeParse(input);
        if (!parsed.success) return send('NOTE MACHINE expects the unit of a visit file');
        unit = parsed.data;
        return;
      }
      case 'STEP':
        [step = '', point = ''] = words;
        return;
      case 'START':
        return start();
      case 'STOP':
        return stop();
      default:
        return send(`NOTE expected MACHINE, STEP, START or STOP, received ${word ?? 'nothing'}`);
    }
  };
  socket.setEncoding('utf8');
  socket.on('data', (chunk: string) => {
    rest += chunk;
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    if (rest.length > LONGEST_COMMAND) {
      send('NOTE line too long');
      socket.destroy();
      return;
    }
    lines.forEach(take);
  });
  socket.on('close', stop);
  socket.on('error', stop);
};

/** The instruments' stand-in: a server on loopback that sends what a meter and a clamp would. */
export const instrumentStandIn = (): Server => createServer(serve);
