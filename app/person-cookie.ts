/** Cookie that says whose name is on the book on this device; sign-in will replace it. */
export const personCookie = 'tagebuch-person';
