import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import { useFonts } from '../../items/words/useWords';
import { texts } from '../../texts';
import { quoted } from '../../scene/quoted';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { useNotices } from '../../ui/useNotices';

// The browser learns of the faces from one stylesheet, which changes when they do.
function renewFaces() {
  const link = document.querySelector<HTMLLinkElement>('link[href^="/fonts/faces.css"]');
  if (link) link.href = `/fonts/faces.css?v=${Date.now()}`;
}

/** The typefaces at hand, with their licences; one's own are added from files. */
export function Typefaces({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const fonts = useFonts();
  const client = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const changed = () => {
    renewFaces();
    return client.invalidateQueries({ queryKey: ['fonts'] });
  };
  const add = async (files: FileList) => {
    for (const file of files) {
      const body = new FormData();
      body.append('file', file);
      try {
        await unwrap(api.POST('/api/fonts', { body: body as never, bodySerializer: (b) => b as never }));
      } catch (e) {
        useNotices.getState().say(errorText(e));
      }
    }
    await changed();
  };
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={texts.fonts.title}
      description={texts.fonts.whatTheyAre}
      wide
    >
      <input
        ref={picker}
        type="file"
        multiple
        accept=".ttf,.otf,.woff2,.zip"
        aria-label={texts.fonts.files}
        className="sr-only"
        onChange={(e) => {
          if (e.target.files) void add(e.target.files);
          e.target.value = '';
        }}
      />
      <Button kind="solid" className="mt-4" onClick={() => picker.current?.click()}>
        {texts.fonts.add}
      </Button>
      <ul aria-label={texts.fonts.title} className="mt-4">
        {fonts.map((f) => (
          <li key={f.name} className="border-t border-line py-2">
            <span className="flex items-baseline gap-3">
              <span className="text-lead" style={{ fontFamily: quoted(f.face) }}>
                {f.name}
              </span>
              <span className="text-note text-quiet">
                {f.lends ? texts.fonts.lends : f.own ? texts.fonts.own : ''}
                {f.embedding === 'none' && texts.fonts.asOutlines}
              </span>
              {f.own && (
                <Button
                  kind="verb"
                  className="ml-auto"
                  onClick={() =>
                    void unwrap(api.DELETE('/api/fonts/{family}', { params: { path: { family: f.name } } }))
                      .then(changed)
                      .catch((e: unknown) => useNotices.getState().say(errorText(e)))
                  }
                >
                  {texts.fonts.takeOut}
                </Button>
              )}
            </span>
            <span className="block text-note text-quiet">
              {[f.copyright, f.licence].filter(Boolean).join(' · ') || texts.fonts.saysNothing}
            </span>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
