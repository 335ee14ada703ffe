import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import { texts } from '../../texts';

/** What sources said of a photo, word for word, the oldest first. */
export function Evidence({ photoId }: { photoId: string }) {
  const evidence = useQuery({
    queryKey: ['evidence', photoId],
    queryFn: () => unwrap(api.GET('/api/photos/{photoId}/evidence', { params: { path: { photoId } } })),
  });
  return evidence.data?.map((e, i) => (
    <div key={e.sha256 + i} className="mt-4 border-t border-line pt-3">
      <p className="text-small break-all text-quiet">
        {e.address}
        {texts.settle.read}
        {new Date(e.readAt).toLocaleString('en-GB', { timeZone: 'UTC' })}
        {texts.settle.utc}
      </p>
      <pre className="mt-2 max-h-56 overflow-auto bg-deep p-3 font-mono text-note whitespace-pre-wrap">{e.text}</pre>
      <p className="mt-1 font-mono text-note break-all text-quiet">
        {texts.settle.sha256}
        {e.sha256}
      </p>
    </div>
  ));
}
