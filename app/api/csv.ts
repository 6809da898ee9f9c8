import Papa from 'papaparse';
import { streamed } from './streamed';

/** Spreadsheets need the mark to read µ and ü as what they are. */
const byteOrderMark = '\uFEFF';

/**
 * A table to be saved, written as its rows are read. Cells that look like formulas are quoted as text.
 * @param without fields of the rows that are no columns
 */
export const csvResponse = (
  fileName: string,
  rows: AsyncIterable<object[]>,
  without: readonly string[] = [],
): Promise<Response> =>
  streamed(csvPieces(rows, without), {
    'content-type': 'text/csv; charset=utf-8',
    'content-disposition': `attachment; filename="${fileName}"`,
  });

async function* csvPieces(lists: AsyncIterable<object[]>, without: readonly string[]): AsyncGenerator<string> {
  let header = true;
  for await (const rows of lists) {
    if (rows.length === 0) continue;
    const columns = Object.keys(rows[0]!).filter((name) => !without.includes(name));
    yield `${header ? byteOrderMark : ''}${Papa.unparse(rows, { escapeFormulae: true, header, columns })}\r\n`;
    header = false;
  }
  if (header) yield byteOrderMark;
}
