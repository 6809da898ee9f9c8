/** Days of history that the demo plant has behind it. */
export const historyDays = 183;
