import type { NextRequest } from 'next/server';
import type { Database } from '@/desk/desk';

/** The code of the area that a request asks for, of the first one when it names none; undefined where there is none of that code. */
export async function areaAsked(db: Database, request: NextRequest): Promise<string | undefined> {
  const asked = request.nextUrl.searchParams.get('area');
  const area = await db.Area.findOne({
    ...(asked !== null && { where: { code: asked } }),
    order: [['position', 'ASC']],
  });
  return area?.code;
}
