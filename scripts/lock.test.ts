import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as {
  packages: Record<string, { integrity?: string; resolved?: string; link?: boolean }>;
};

describe('the lock of the dependencies', () => {
  it('has a hash for every package, and names no place to fetch it from', () => {
    const entries = Object.entries(packages).filter(([path]) => path !== '');
    expect(entries.length).toBeGreaterThan(500);
    expect(entries.filter(([, { integrity, link }]) => !integrity && !link).map(([path]) => path)).toEqual([]);
    expect(entries.filter(([, { resolved }]) => resolved).map(([path]) => path)).toEqual([]);
  });

  it('stands beside a licence', () => {
    expect(readFileSync('LICENSE', 'utf8')).toMatch(/^MIT License/);
  });
});
