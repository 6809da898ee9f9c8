/** A column by its name, that of numbers at the right; one that explains itself is named for those who hear it only. */
type Column = string | { words: string; right?: true; narrow?: true; heardOnly?: true };
export const right = (words: string): Column => ({ words, right: true });
/** A column of whole numbers, all of one width. */
export const count = (words: string): Column => ({ words, right: true, narrow: true });
export const heardOnly = (words: string): Column => ({ words, heardOnly: true });

/**
 * The head of a table; its cells keep the distance that those below keep, `pr-4`.
 * @param tight the cells keep half of that, and none after the last: a table that must stand on a phone as it stands on paper
 * @param folds on a narrow screen the rows become blocks, and the head is only heard
 */
export function HeadRow({
  columns,
  folds = false,
  tight = false,
}: {
  columns: readonly Column[];
  folds?: boolean;
  tight?: boolean;
}) {
  return (
    <thead className={folds ? 'max-md:sr-only' : undefined}>
      <tr className="caption border-b border-ink text-left align-bottom">
        {columns.map((column, place) => {
          const { words, right, narrow, heardOnly } = typeof column === 'string' ? { words: column } : column;
          // A code is not broken at its hyphen.
          const whole = words.includes(' ') ? '' : 'whitespace-nowrap';
          return (
            <th
              key={place}
              scope="col"
              className={`py-1 ${tight ? 'pr-2 last:pr-0' : 'pr-4'} ${right ? 'text-right' : ''} ${narrow ? 'w-24' : ''} ${whole}`}
            >
              {heardOnly ? <span className="sr-only">{words}</span> : words}
            </th>
          );
        })}
      </tr>
    </thead>
  );
}
