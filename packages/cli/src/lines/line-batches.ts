import { LONGEST_TEXT } from '@lotrecht/records';

/** No line needs more bytes: four for every character. */
const MOST_BYTES = 4 * LONGEST_TEXT;

/** Whole lines as they came, or one line that was longer than any document may be and was not kept. */
export type LineBatch =
  { readonly kind: 'lines'; readonly bytes: Uint8Array<ArrayBuffer> } | { readonly kind: 'too-long' };

/** Parts as one array of its own memory, which can be handed to a worker without a copy. */
function joined(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

const NEWLINE = 0x0a;

/**
 * Cuts a stream of bytes at its newlines into batches of whole lines, holding no more than one line back. The last
 * line needs no newline.
 */
export async function* lineBatches(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<LineBatch> {
  let held: Uint8Array[] = [];
  let heldLength = 0;
  let skipping = false;
  for await (const arrived of chunks) {
    let chunk = arrived;
    if (skipping) {
      const end = chunk.indexOf(NEWLINE);
      if (end < 0) continue;
      skipping = false;
      yield { kind: 'too-long' };
      chunk = chunk.subarray(end + 1);
    }
    const last = chunk.lastIndexOf(NEWLINE);
    if (last >= 0) {
      yield { kind: 'lines', bytes: joined([...held, chunk.subarray(0, last + 1)]) };
      held = [];
      heldLength = 0;
      chunk = chunk.subarray(last + 1);
    }
    if (chunk.length === 0) continue;
    held.push(chunk);
    heldLength += chunk.length;
    if (heldLength > MOST_BYTES) {
      held = [];
      heldLength = 0;
      skipping = true;
    }
  }
  if (skipping) yield { kind: 'too-long' };
  else if (heldLength > 0) yield { kind: 'lines', bytes: joined(held) };
}
