'use server';

import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { localPath } from '@/core/local-path';
import { personCookie } from '../person-cookie';
import { ulid } from '@/core/fields/fields';

/** Puts a name on the book for this device and goes where one was heading. */
export async function openBook(form: FormData): Promise<void> {
  const person = ulid.safeParse(form.get('personId'));
  if (!person.success) redirect('/open');
  (await cookies()).set(personCookie, person.data, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    maxAge: 12 * 3600,
  });
  redirect(localPath(String(form.get('to') ?? '')) ?? '/today');
}
