import { crc32 } from 'node:zlib';
import { promisify } from 'node:util';
import yauzl, { type Entry, type ZipFile } from 'yauzl';

/** One entry of an archive, before it is unpacked. */
export interface ZipEntry {
  readonly name: string;
  readonly isLink: boolean;
  readonly isEncrypted: boolean;
  /**
   * Its content, at most so many bytes of it: what an archive says of sizes is never believed.
   * @returns null where it has more
   * @throws {Error} where it cannot be unpacked
   */
  readonly unpack: (most: number) => Promise<Buffer | null>;
}

const UTF8_FLAG = 0x800;
const FILE_TYPE = 0o170000;
const LINK = 0o120000;

/** Names without the flag for UTF-8 are mostly that all the same. */
const nameOf = ({ fileName, generalPurposeBitFlag }: Entry): string => {
  const bytes = fileName as unknown as Buffer;
  if ((generalPurposeBitFlag & UTF8_FLAG) !== 0) return bytes.toString('utf8');
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return bytes.toString('latin1');
  }
};

const unpackOf =
  (zip: ZipFile, entry: Entry) =>
  (most: number): Promise<Buffer | null> =>
    new Promise((resolve, reject) => {
      zip.openReadStream(entry, (error, stream) => {
        if (error !== null || stream === undefined) {
          reject(error ?? new Error('no content'));
          return;
        }
        const pieces: Buffer[] = [];
        let length = 0;
        stream.on('data', (piece: Buffer) => {
          length += piece.length;
          if (length > most) {
            stream.destroy();
            resolve(null);
          } else pieces.push(piece);
        });
        stream.on('error', reject);
        stream.on('end', () => {
          const content = Buffer.concat(pieces);
          if (crc32(content) === entry.crc32) resolve(content);
          else reject(new Error('its checksum is another'));
        });
      });
    });

const open = promisify((bytes: Buffer, done: (error: Error | null, zip?: ZipFile) => void) =>
  yauzl.fromBuffer(bytes, { lazyEntries: true, decodeStrings: false, validateEntrySizes: false }, (error, zip) =>
    done(error, zip),
  ),
);

/**
 * The entries of a zip, in its order; nothing is unpacked yet.
 * @param most entries looked at; one more is given where there are more
 * @throws {Error} when it is no zip that can be read
 */
export const zipEntries = async (bytes: Uint8Array, most: number): Promise<readonly ZipEntry[]> => {
  const zip = await open(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
  if (zip === undefined) throw new Error('not a zip');
  return new Promise((resolve, reject) => {
    const entries: ZipEntry[] = [];
    zip.on('error', reject);
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: Entry) => {
      entries.push({
        name: nameOf(entry),
        isLink: ((entry.externalFileAttributes >>> 16) & FILE_TYPE) === LINK,
        isEncrypted: (entry.generalPurposeBitFlag & 1) !== 0,
        unpack: unpackOf(zip, entry),
      });
      if (entries.length > most) resolve(entries);
      else zip.readEntry();
    });
    zip.readEntry();
  });
};
