import type { Queued } from '@/outbox/outbox';

/** What of the device's queue asks for a person: what could not be kept, what the book refused, what waits longer. */
export function Notices({
  trouble,
  queue,
  signedOut,
  onTakeOff,
}: {
  trouble: string | null;
  queue: readonly Queued[];
  /** Whether the book asks who is there before it takes anything. */
  signedOut: boolean;
  onTakeOff: (id: string) => void;
}) {
  const aside = queue.find((queued) => queued.aside)?.aside;
  return (
    <>
      {trouble !== null && (
        <p role="alert" className="m-4 border-l-4 border-stop pl-3">
          <strong>Not kept on this device.</strong> {trouble}
        </p>
      )}
      {signedOut && (
        <p role="status" className="m-4 border-l-4 border-ink pl-3">
          <strong>Signed out.</strong> What is written stays on this device and is sent once you sign in.{' '}
          <a href="/sign-in?to=/round" className="inline-flex min-h-14 items-center">
            Sign in to send
          </a>
        </p>
      )}
      {queue.map(
        ({ id, refused }) =>
          refused && (
            <div key={id} role="alert" className="m-4 border-l-4 border-ink pl-3">
              <p>
                <strong>Not taken into the book.</strong> {refused.reason}
              </p>
              <button type="button" className="button mt-2 min-h-14" onClick={() => onTakeOff(id)}>
                Take it off this device and write it again
              </button>
            </div>
          ),
      )}
      {aside && (
        <p role="status" className="m-4 border-l-4 border-ink pl-3">
          <strong>Waiting longer.</strong> The book could not take something yet and is asked again and again; the rest
          has gone on. {aside}
        </p>
      )}
    </>
  );
}
