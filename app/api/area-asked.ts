import type { NextRequest } from 'next/server';
import type { Database } from '@/desk/desk';
import { findArea } from '@/desk/read/lists';

/** The code of the area that a request asks for, of the first one when it names none; undefined where there is none of that code. */
export async function areaAsked(db: Database, request: NextRequest): Promise<string | undefined> {
  const area = await findArea(db, request.nextUrl.searchParams.get('area'));
  return area?.code;
}
