type Given = Promise<Record<string, string | string[] | undefined>>;

/** The parameters of an address, each once: of one that stands there several times the first is taken. */
export async function searchOf<Name extends string>(given: Given): Promise<Partial<Record<Name, string>>> {
  return Object.fromEntries(
    Object.entries(await given).flatMap(([name, value]) => {
      const first = Array.isArray(value) ? value[0] : value;
      return first === undefined ? [] : [[name, first]];
    }),
  ) as Partial<Record<Name, string>>;
}
export type Search = { searchParams: Given };

/** The number of a point as an address names it; 0, which no point has, for anything else. */
export const pointNumber = (text: string): number => (/^[1-9]\d{0,5}$/.test(text) ? Number(text) : 0);
