/** What a failure at a point costs, 1 little … 4 much. */
export const consequences = { 1: 'a nuisance', 2: 'a repair', 3: 'a line stop', 4: 'danger or days lost' } as const;
