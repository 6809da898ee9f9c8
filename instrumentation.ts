/**
 * Runs once when a server process starts, before it answers. Where code and schema do not go together the process ends:
 * running on would write what the other cannot read. A database that is away is waited for by every page.
 */
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { readConfig } = await import('./config');
  const { schemaMisfit } = await import('./desk/schema');
  const { isUnreachable } = await import('./desk/desk');
  const words = await schemaMisfit(readConfig().databaseUrl).catch((error: unknown) => {
    if (!isUnreachable(error)) throw error;
    console.error('The database does not answer yet; pages say so until it does.');
  });
  if (words === undefined) return;
  console.error(words);
  process.exit(1);
}
