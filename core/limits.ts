/** The largest table that can be pasted or chosen for an import, in signs. The server's own limit follows from it. */
export const largestImport = 2_000_000;
