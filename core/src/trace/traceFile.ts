import { readerFor, sniff, traceRead, type TraceAnswer, type TraceMachine, type TraceRead } from './readTrace';
import { TraceProblem, type SampleReader } from './sampleReader';

/** Bytes looked at before it is known how a file is written. */
const HEAD_BYTES = 65_536;
/** More than this is no trace of one crank. */
export const MOST_TRACE_BYTES = 400_000_000;

const LATIN = 0x80;
const NEWLINE = 10;
const RETURN = 13;
const QUESTION = 63;

/** The beginning of a file as text; letters beyond ASCII only stand in names. */
const textOfHead = (bytes: Uint8Array): string => {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  if (!bytes.some((byte) => byte >= LATIN)) return text;
  try {
    return decodeURIComponent(escaped(text));
  } catch {
    return text;
  }
};
const escaped = (text: string): string =>
  text.replace(/[^!-$&-~ \t\r\n]/g, (letter) => `%${letter.charCodeAt(0).toString(16).padStart(2, '0')}`);

/** Refuses what is no text before anything is made of it. */
const checkText = (head: Uint8Array): void => {
  if (head.includes(0)) throw new TraceProblem('line 1: expected a text file of samples, this is not text', 1);
};

/**
 * Reads a trace piece by piece and says what is in it. The text is never kept whole.
 * @throws {TraceProblem} naming line and column; nothing is kept then
 */
export class TraceReader {
  readonly #machine: TraceMachine;
  #head: Uint8Array = new Uint8Array(0);
  #found: ReturnType<typeof sniff> | null = null;
  #reader: SampleReader | null = null;
  #bytes = 0;
  #written: { mark: 'low' | 'high' | 'bytes'; odd: number | null; ends: 'feeds' | 'returns' | null } | null = null;

  constructor(machine: TraceMachine) {
    this.#machine = machine;
  }

  push(piece: Uint8Array): void {
    this.#bytes += piece.length;
    if (this.#bytes > MOST_TRACE_BYTES)
      throw new TraceProblem(`line 1: expected a file of at most ${MOST_TRACE_BYTES / 1e6} MB`, 1);
    const chunk = this.#plain(piece);
    if (this.#reader !== null) {
      this.#reader.push(chunk);
      return;
    }
    const joined = new Uint8Array(this.#head.length + chunk.length);
    joined.set(this.#head);
    joined.set(chunk, this.#head.length);
    this.#head = joined;
    if (joined.length >= HEAD_BYTES) this.#begin();
  }

  end(): TraceRead {
    if (this.#reader === null) this.#begin();
    const [found, reader] = [this.#found, this.#reader];
    if (found === null || reader === null) throw new TraceProblem('line 1: expected lines of samples', 1);
    return traceRead(found, reader.end(), this.#machine);
  }

  /** The bytes of a piece as one a letter, lines ended by line feeds; what stands before the text is left out. */
  #plain(piece: Uint8Array): Uint8Array {
    let bytes = piece;
    if (this.#written === null) {
      const [first, second, third] = bytes;
      const mark = first === 0xff && second === 0xfe ? 'low' : first === 0xfe && second === 0xff ? 'high' : 'bytes';
      const skip = mark !== 'bytes' ? 2 : first === 0xef && second === 0xbb && third === 0xbf ? 3 : 0;
      bytes = bytes.subarray(skip);
      this.#written = { mark, odd: null, ends: null };
    }
    const written = this.#written;
    if (written.mark !== 'bytes') {
      const joined = written.odd === null ? bytes : Uint8Array.from([written.odd, ...bytes]);
      written.odd = joined.length % 2 === 1 ? (joined.at(-1) ?? null) : null;
      const [low, high] = written.mark === 'low' ? [0, 1] : [1, 0];
      bytes = Uint8Array.from({ length: joined.length >> 1 }, (_, i) =>
        joined[2 * i + high]! === 0 ? joined[2 * i + low]! : QUESTION,
      );
    }
    written.ends ??= bytes.includes(NEWLINE) || !bytes.includes(RETURN) ? 'feeds' : 'returns';
    return written.ends === 'feeds' ? bytes : bytes.map((byte) => (byte === RETURN ? NEWLINE : byte));
  }

  #begin(): void {
    const head = this.#head.subarray(0, HEAD_BYTES);
    checkText(head);
    const text = textOfHead(head);
    // The last line may have been cut.
    const whole = this.#head.length > HEAD_BYTES ? text.slice(0, text.lastIndexOf('\n') + 1) : text;
    this.#found = sniff(whole, this.#machine);
    this.#reader = readerFor(this.#found);
    this.#reader.push(this.#head);
    this.#head = new Uint8Array(0);
  }
}

/** Everything that is read from a trace given as pieces of a file. */
export const readTrace = (pieces: Iterable<Uint8Array>, machine: TraceMachine): TraceAnswer => {
  const reader = new TraceReader(machine);
  for (const piece of pieces) reader.push(piece);
  return reader.end().answer;
};
