'use server';

import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { personCookie } from '../person-cookie';

/** Puts a name on the book for this device and goes where one was heading. */
export async function openBook(form: FormData): Promise<void> {
  const to = String(form.get('to') ?? '/today');
  (await cookies()).set(personCookie, String(form.get('personId') ?? ''), {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    maxAge: 12 * 3600,
  });
  redirect(to.startsWith('/') && !to.startsWith('//') && !to.startsWith('/\\') ? to : '/today');
}
