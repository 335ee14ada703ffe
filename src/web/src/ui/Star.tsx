import { texts } from '../texts';

/** The eight-point star of the lattice. */
export function Star({ size = 32, className = '' }: { size?: number; className?: string }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 32 32"
      className={className}
      aria-hidden
      fill="none"
      stroke="currentColor"
      strokeWidth={1}
    >
      <rect x={6.5} y={6.5} width={19} height={19} />
      <rect x={6.5} y={6.5} width={19} height={19} transform="rotate(45 16 16)" />
      <circle cx={16} cy={16} r={2.4} fill="#4FB3A2" stroke="none" />
    </svg>
  );
}

/** A small filled star, beside the word that it stands for. */
export function ClearStar({ className = '' }: { className?: string }) {
  return (
    <svg width={14} height={14} viewBox="0 0 32 32" className={className} aria-hidden>
      <path d="M16 1l4 9 10-4-4 10 4 10-10-4-4 9-4-9-10 4 4-10-4-10 10 4z" fill="currentColor" />
    </svg>
  );
}

/** The lattice, for empty and waiting places. */
export function Lattice({ className = '' }: { className?: string }) {
  return (
    <svg className={className} aria-hidden width="100%" height="100%">
      <defs>
        <pattern id="lattice" width="64" height="64" patternUnits="userSpaceOnUse">
          <g fill="none" stroke="currentColor" strokeWidth="1">
            <rect x="19" y="19" width="26" height="26" />
            <rect x="19" y="19" width="26" height="26" transform="rotate(45 32 32)" />
            <path d="M32 0v13.6M32 50.4V64M0 32h13.6M50.4 32H64M0 0l19 19M45 45l19 19M64 0L45 19M19 45L0 64" />
          </g>
        </pattern>
      </defs>
      <rect width="100%" height="100%" fill="url(#lattice)" />
    </svg>
  );
}

export function Waiting() {
  return (
    <div className="grid h-full place-items-center text-line" role="status" aria-label={texts.ui.loading}>
      <Star size={64} />
    </div>
  );
}
