/**
 * The text of a file: UTF-8, UTF-16 with a byte order mark, or else Windows-1252, as spreadsheets of
 * Western Europe write it.
 */
export function decodeText(bytes: ArrayBuffer): string {
  const [first, second] = new Uint8Array(bytes, 0, Math.min(2, bytes.byteLength));
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
