/** The value behind `--name` on the command line, or what is usual. */
export function flag(name, usual) {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : process.argv[at + 1];
}
