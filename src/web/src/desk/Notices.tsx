import { useNotices } from './useNotices';

export function Notices() {
  const { list, drop } = useNotices();
  return (
    <div
      className="pointer-events-none fixed right-5 bottom-32 z-50 flex w-96 flex-col gap-2"
      aria-live="polite"
      role="status"
    >
      {list.map((n) => (
        <div
          key={n.id}
          className={`pointer-events-auto flex items-start gap-3 rounded-sm border-l-4 bg-[#111] px-4 py-3 text-word ${n.tone === 'refused' ? 'border-marigold' : 'border-verdigris'}`}
        >
          <p className="flex-1">{n.text}</p>
          <button className="text-quiet hover:text-word" onClick={() => drop(n.id)}>
            Close
          </button>
        </div>
      ))}
    </div>
  );
}
