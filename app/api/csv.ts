/** A table to be saved. Spreadsheets need the mark to read µ and ü as what they are. */
export const csvResponse = (fileName: string, table: string): Response =>
  new Response(`\uFEFF${table}\r\n`, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="${fileName}"` },
  });
