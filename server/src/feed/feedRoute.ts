import type { VisitDetail } from '@vaktman/contract';
import { parseFeedLine, stepEntry, CATALOGUE } from '@vaktman/core';
import type { Context } from 'hono';
import { streamSSE } from 'hono/streaming';
import { connect } from 'node:net';
import { createInterface } from 'node:readline';
import { ClientError } from '../http/problem';
import type { StreamCount } from '../http/streamCount';

const LONGEST_MS = 30 * 60_000;

/**
 * The instrument feed of one step as server-sent events: `reading` for every sample, `note` for what an instrument says,
 * `lost` when it goes away. Lines that are not as documented are told and passed over.
 * A burst of samples comes as `burst`, line by line.
 * @param port where the instruments' adapter listens on loopback
 */
export const feedAnswer = (c: Context, visit: VisitDetail, port: number | null, streams: StreamCount): Response => {
  const step = c.req.query('step') ?? '';
  const point = c.req.query('point') ?? '';
  const entry = CATALOGUE.find((candidate) => candidate.step === step);
  const points = entry === undefined ? [] : stepEntry(entry.step).points(visit.file.unit);
  if (!points.includes(point))
    throw new ClientError(422, 'No feed was opened.', [
      {
        path: entry === undefined ? 'step' : 'point',
        message: `expected a step and a point of this unit, received ${step} ${point}`,
      },
    ]);
  if (port === null) throw new ClientError(503, 'No instrument is connected.');
  const giveBack = streams.take(`feed ${visit.file.visit.id}`);
  return streamSSE(c, async (stream) => {
    const socket = connect(port, '127.0.0.1');
    let failure: Error | null = null;
    // Without a listener an error of the adapter would end the server.
    socket.on('error', (error) => {
      failure = error;
    });
    socket.setTimeout(LONGEST_MS, () => socket.destroy());
    stream.onAbort(() => void socket.destroy());
    socket.on('connect', () =>
      socket.write(`MACHINE ${JSON.stringify(visit.file.unit)}\nSTEP ${step} ${point}\nSTART\n`),
    );
    try {
      for await (const text of createInterface({ input: socket })) {
        const parsed = parseFeedLine(text);
        if (!parsed.ok) await stream.writeSSE({ event: 'note', data: parsed.problem });
        else if (parsed.line.kind === 'note') await stream.writeSSE({ event: 'note', data: parsed.line.text });
        else if (parsed.line.kind !== 'read')
          await stream.writeSSE({ event: 'burst', data: JSON.stringify(parsed.line) });
        else await stream.writeSSE({ event: 'reading', data: JSON.stringify(parsed.line) });
        if (stream.aborted) break;
      }
      if (failure !== null) throw failure as Error;
      await stream.writeSSE({ event: 'lost', data: 'The instrument went away.' });
    } catch (error) {
      await stream.writeSSE({
        event: 'lost',
        data: `The instrument cannot be reached: ${error instanceof Error ? error.message : String(error)}`,
      });
    } finally {
      socket.destroy();
      giveBack();
    }
  });
};
