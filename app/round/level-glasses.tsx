/** Shares of a glass that an eye tells apart (%). */
const shares = [0, 25, 50, 75, 100] as const;

/** A glass as it stands on the machine, at several levels: one tap takes what is seen. */
export const LevelGlasses = ({ onTake }: { onTake: (percent: number) => void }) => (
  <fieldset className="mt-3">
    <legend className="caption">Tap the glass that it looks like, or type it</legend>
    <div className="grid grid-cols-5 gap-2">
      {shares.map((share) => (
        <button key={share} type="button" className="button min-h-20 flex-col gap-0 p-1" onClick={() => onTake(share)}>
          <svg aria-hidden="true" viewBox="0 0 40 40" width={44} height={44}>
            <clipPath id={`glass-${share}`}>
              <circle cx={20} cy={20} r={17} />
            </clipPath>
            <rect
              x={0}
              y={37 - share * 0.34}
              width={40}
              height={40}
              fill="var(--color-amber)"
              clipPath={`url(#glass-${share})`}
            />
            <path d="M3 20 H8 M32 20 H37" stroke="currentColor" strokeWidth={1.5} />
            <circle cx={20} cy={20} r={17} fill="none" stroke="currentColor" strokeWidth={2} />
          </svg>
          <span>{share} %</span>
        </button>
      ))}
    </div>
  </fieldset>
);
