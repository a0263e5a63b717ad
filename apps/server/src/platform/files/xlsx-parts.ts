import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { fromBufferPromise, type Entry } from 'yauzl';
import { Problem } from '../http/problems';

/** What a file may unpack to, all of its parts together: a few kilobytes can unpack to anything. */
const MAX_UNPACKED_BYTES = 512 * 1024 * 1024;

/** A tag or a text between two tags may be so long: what reads XML holds all of it. */
const LONGEST_PIECE_BYTES = 1024 * 1024;

/** What of an element is told: its beginning, its text in pieces, its end; names without a prefix. */
export type XmlEvent =
  | { readonly kind: 'begins'; readonly name: string; readonly attributes: Attributes }
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'ends'; readonly name: string };

export type Attributes = Readonly<Record<string, string>>;

/** The parts of an Open Packaging archive (ISO/IEC 29500-2), each an XML document of its own. */
export interface XmlParts {
  has(part: string): boolean;
  /** What a part says, some of it at a time. @throws {Problem} where all together is too large */
  read(part: string): AsyncGenerator<readonly XmlEvent[]>;
}

/** @throws {Error} where it is not a ZIP archive */
export async function openParts(bytes: Buffer): Promise<XmlParts> {
  const zip = await fromBufferPromise(bytes);
  const entries = new Map<string, Entry>();
  for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
  let unpacked = 0;
  return {
    has: (part) => entries.has(part),
    read: async function* (part) {
      const entry = entries.get(part);
      if (!entry) throw new Error(`the archive has no ${part}`);
      const decoder = new TextDecoder();
      const parser = new SaxesParser();
      let sinceTag = 0;
      let events: XmlEvent[] = [];
      parser.on('error', (error) => {
        throw error;
      });
      parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => {
        events.push({ kind: 'begins', name: local(name), attributes });
      });
      parser.on('text', (text) => events.push({ kind: 'text', text }));
      parser.on('cdata', (text) => events.push({ kind: 'text', text }));
      parser.on('closetag', ({ name }) => events.push({ kind: 'ends', name: local(name) }));
      for await (const chunk of await zip.openReadStreamPromise(entry)) {
        const piece = chunk as Buffer; // it is a stream of bytes
        unpacked += piece.length;
        if (unpacked > MAX_UNPACKED_BYTES) {
          throw new Problem(422, 'The file unpacks to more than 512 MiB. Split it.');
        }
        const tag = piece.lastIndexOf('<');
        sinceTag = tag < 0 ? sinceTag + piece.length : piece.length - tag;
        if (sinceTag > LONGEST_PIECE_BYTES) throw new Error(`${part} has a text too long to hold`);
        parser.write(decoder.decode(piece, { stream: true }));
        yield events;
        events = [];
      }
      parser.write(decoder.decode()).close();
      yield events;
    },
  };
}

/** The part that another one names: from the root where it begins with a slash, else from beside it. */
export function partBeside(part: string, target: string): string {
  return new URL(target, `part:/${part}`).pathname.slice(1);
}

/** Where the relations of a part are. */
export function relationsOf(part: string): string {
  const cut = part.lastIndexOf('/') + 1;
  return `${part.slice(0, cut)}_rels/${part.slice(cut)}.rels`;
}

function local(name: string): string {
  return name.slice(name.indexOf(':') + 1);
}
