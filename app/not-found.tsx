import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl px-6 py-16">
      <h1 className="text-2xl">There is no such page in the book</h1>
      <p className="mt-4">
        Perhaps a code was mistyped. Old machine codes still work; old addresses of routes may not.
      </p>
      <p className="mt-6">
        <Link href="/today" className="button">
          Open today’s page
        </Link>
      </p>
    </main>
  );
}
