/** A file of a table as text: by its mark, as UTF-8, else in the Western code page of older sheets. */
export async function asText(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const wide = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  const kind = wide ? (bytes[0] === 0xff ? "utf-16le" : "utf-16be") : "utf-8";
  try {
    return new TextDecoder(kind, { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}
