import { heavily } from '../heavy';

/**
 * Answers with pieces as they are made: a plan or a log is more than one wants to hold. The first piece is made before
 * anything is answered, so that what hinders is said as a problem; each further one when whoever asked has taken the one
 * before, in its turn among heavy work. Whoever goes away ends it.
 * @param pieces may hold nothing open between two of them
 */
export async function streamed(pieces: AsyncGenerator<string>, headers: Record<string, string>): Promise<Response> {
  const encoder = new TextEncoder();
  const next = () => heavily(() => pieces.next());
  let piece = await next();
  return new Response(
    new ReadableStream<Uint8Array>(
      {
        async pull(controller) {
          if (piece.done) return controller.close();
          controller.enqueue(encoder.encode(piece.value));
          piece = await next();
        },
        async cancel() {
          await pieces.return(undefined);
        },
      },
      { highWaterMark: 1 },
    ),
    { headers },
  );
}

/** A list of JSON inside a document, piece by piece, between what stands before and after it. */
export async function* jsonList(
  before: string,
  lists: AsyncIterable<readonly unknown[]>,
  after: string,
): AsyncGenerator<string> {
  let lead = before;
  for await (const list of lists) {
    if (list.length === 0) continue;
    yield lead + list.map((each) => JSON.stringify(each)).join(',');
    lead = ',';
  }
  yield (lead === before ? before : '') + after;
}
