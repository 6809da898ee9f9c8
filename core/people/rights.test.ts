import { describe, expect, it } from 'vitest';
import { type Action, type Role, type Scope, actions, may, roles, scopes, whoDoes } from './rights';

const all = Object.keys(actions) as Action[];
const mayDo = (role: Role) => all.filter((action) => may({ roles: [role] }, action));

describe('who may do what', () => {
  it.each<[Role, Action[]]>([
    ['reader', ['own', 'read']],
    ['operator', ['own', 'count']],
    ['technician', ['own', 'read', 'count', 'write', 'store']],
    ['administrator', ['own', 'read', 'settings', 'administer']],
  ])('a %s does what is theirs, and no more', (role, expected) => {
    expect(mayDo(role)).toEqual(expected);
  });

  it('a planner does everything but administer', () => {
    expect(all.filter((action) => !mayDo('planner').includes(action))).toEqual(['administer']);
  });

  it('who is several may do what any of them may; who is nothing may do nothing', () => {
    expect(may({ roles: ['reader', 'administrator'] }, 'administer')).toBe(true);
    expect(all.some((action) => may({ roles: [] }, action) || may({ scopes: [] }, action))).toBe(false);
  });

  it('a machine does what it was let in for alone, and nothing that is a person’s', () => {
    const done = (Object.keys(scopes) as Scope[]).map((scope) =>
      all.filter((action) => may({ scopes: [scope] }, action)),
    );
    expect(done).toEqual([['read'], ['post-readings'], ['post-observations']]);
  });

  it('every role is of some use, and every action is somebody’s and said in words', () => {
    for (const role of Object.keys(roles) as Role[]) expect(mayDo(role).length).toBeGreaterThan(1);
    for (const action of all) expect(whoDoes(action)).toMatch(/^[A-Z][^.]+\.$/);
    expect(whoDoes('plan')).toBe('Planners change the plan.');
    expect(whoDoes('write')).toBe('Technicians and planners walk rounds and write entries.');
    expect(whoDoes('own')).toBe('Everybody who is signed in may look after their own sign-in.');
  });
});
