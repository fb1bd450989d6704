import { crc32, deflateRawSync } from 'node:zlib';

/** An entry as a test wants it, also one no honest program would write. */
export interface MadeEntry {
  readonly name: string;
  readonly content?: string | Buffer;
  readonly isLink?: boolean;
  readonly isEncrypted?: boolean;
  /** What the archive says of the content's length, where that is a lie. */
  readonly saidBytes?: number;
  readonly saidCrc?: number;
}

const LINK_MODE = 0o120777;
const UTF8 = 0x800;

/** A zip of these entries, in their order. */
export const madeZip = (entries: readonly MadeEntry[]): Buffer => {
  // A hundred entries of one content are packed once.
  const packedOnce = new Map<
    MadeEntry['content'],
    { readonly raw: Buffer; readonly packed: Buffer; readonly crc: number }
  >();
  const packedOf = (content: Exclude<MadeEntry['content'], undefined>) => {
    const known = packedOnce.get(content);
    if (known !== undefined) return known;
    const raw = Buffer.from(content);
    const made = { raw, packed: deflateRawSync(raw), crc: crc32(raw) };
    packedOnce.set(content, made);
    return made;
  };
  const bodies: Buffer[] = [];
  const directory: Buffer[] = [];
  let at = 0;
  for (const { name, content = '', isLink = false, isEncrypted = false, saidBytes, saidCrc } of entries) {
    const { raw, packed, crc } = packedOf(content);
    const title = Buffer.from(name);
    const common = Buffer.alloc(26);
    common.writeUInt16LE(20, 0);
    common.writeUInt16LE(UTF8 | (isEncrypted ? 1 : 0), 2);
    common.writeUInt16LE(8, 4);
    common.writeUInt32LE(saidCrc ?? crc, 10);
    common.writeUInt32LE(packed.length, 14);
    common.writeUInt32LE(saidBytes ?? raw.length, 18);
    common.writeUInt16LE(title.length, 22);
    const local = Buffer.concat([Buffer.from('PK\u0003\u0004', 'latin1'), common, title, packed]);
    const tail = Buffer.alloc(14);
    tail.writeUInt32LE(isLink ? (LINK_MODE << 16) >>> 0 : 0, 6);
    tail.writeUInt32LE(at, 10);
    directory.push(Buffer.concat([Buffer.from('PK\u0001\u0002', 'latin1'), Buffer.from([20, 3]), common, tail, title]));
    bodies.push(local);
    at += local.length;
  }
  const list = Buffer.concat(directory);
  const end = Buffer.alloc(22);
  end.write('PK\u0005\u0006', 'latin1');
  end.writeUInt16LE(entries.length, 8);
  end.writeUInt16LE(entries.length, 10);
  end.writeUInt32LE(list.length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...bodies, list, end]);
};
