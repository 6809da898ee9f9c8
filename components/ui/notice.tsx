import { Beside } from '../beside';
import type { Notice } from '@/core/method';

const words = { info: 'Note', caution: 'Caution', stop: 'Stop' } as const;

/** A notice: its word first, then a bar; red lead only for stop. */
export function NoticeLine({ notice: { level, text } }: { notice: Notice }) {
  return (
    <p
      className={`mt-2 border-l-4 py-1 pl-3 ${level === 'stop' ? 'border-stop' : level === 'caution' ? 'border-ink' : 'border-rule'}`}
    >
      <strong className={level === 'stop' ? 'text-stop' : undefined}>{words[level]}.</strong> <Beside>{text}</Beside>
    </p>
  );
}

/** What went wrong with a save, said where the eye is. */
export function FormProblem({ reason, title = 'Not saved.' }: { reason: string | null; title?: string }) {
  return (
    <div role="alert">
      {reason && (
        <p className="border-l-4 border-ink py-1 pl-3">
          <strong>{title}</strong> <Beside>{reason}</Beside>
        </p>
      )}
    </div>
  );
}
