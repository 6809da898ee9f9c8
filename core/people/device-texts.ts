/** What a device signs to show that it holds the key that it brings. */
export const enrolmentText = (id: string): string => `tagebuch enrols ${id}`;

/** What it signs when somebody changes to another person on it. @param at when the tap was made, by its clock (ms) */
export const changeText = (deviceId: string, personId: string, at: number): string =>
  `tagebuch ${deviceId} changes to ${personId} at ${at}`;
