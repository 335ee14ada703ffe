import { newIdentity } from '../api/identity';
import { api, withRetry, unwrap } from '../api/client';
import type { Job } from '../api/types';

/** Brings files to the server, one after the other, and has them read as a talk or checked. */
export async function uploadTalk(files: File[], what: 'read' | 'check', report: (done: number) => void): Promise<Job> {
  const incoming = newIdentity();
  const all = files.reduce((n, f) => n + f.size, 0) || 1;
  let done = 0;
  for (const file of files) {
    // A folder's files keep their folders; a file alone has none.
    const name = file.webkitRelativePath || file.name;
    await withRetry(() =>
      unwrap(
        api.POST('/api/incoming/{incoming}/files', {
          params: { path: { incoming }, query: { name } },
          headers: { 'Content-Type': 'application/octet-stream' },
          body: file as never,
          bodySerializer: (b: unknown) => b as Blob,
        }),
      ),
    );
    done += file.size;
    report(done / all);
  }
  const path = { params: { path: { incoming } } };
  return what === 'read'
    ? unwrap(api.POST('/api/incoming/{incoming}/read', path))
    : unwrap(api.POST('/api/incoming/{incoming}/check', path));
}

/** What a talk may be brought as, for the chooser of files; the server looks at what they are. */
export const talkFiles = '.pptx,.odp,.pdf,.md,.markdown,.txt,.zip,image/*';
