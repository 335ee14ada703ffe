import { useEffect, useRef, useState } from 'react';
import { filesOf } from './uploadPhotos';

interface Ways {
  enabled: boolean;
  onFiles(files: File[]): void;
  onAddress(address: string): void;
}

const isField = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('input, textarea, [contenteditable]') !== null;

/**
 * Files and folders dropped anywhere, pictures and addresses pasted outside a field. Answers whether something
 * hovers.
 */
export function useUploads({ enabled, onFiles, onAddress }: Ways): boolean {
  const [hovering, setHovering] = useState(false);
  const ways = useRef({ onFiles, onAddress });
  ways.current = { onFiles, onAddress };
  useEffect(() => {
    if (!enabled) return;
    const brings = (e: DragEvent) => e.dataTransfer?.types.some((t) => t === 'Files' || t === 'text/uri-list') ?? false;
    const over = (e: DragEvent) => {
      if (!brings(e)) return;
      e.preventDefault();
      setHovering(true);
    };
    const leave = (e: DragEvent) => {
      if (e.relatedTarget === null) setHovering(false);
    };
    const drop = (e: DragEvent) => {
      if (!e.dataTransfer || !brings(e)) return;
      e.preventDefault();
      setHovering(false);
      const address = e.dataTransfer
        .getData('text/uri-list')
        .split(/\r?\n/)
        .find((l) => /^https?:/.test(l));
      if (e.dataTransfer.types.includes('Files')) void filesOf(e.dataTransfer).then((f) => ways.current.onFiles(f));
      else if (address) ways.current.onAddress(address);
    };
    const paste = (e: ClipboardEvent) => {
      if (!e.clipboardData || isField(e.target)) return;
      const files = [...e.clipboardData.files];
      const text = e.clipboardData.getData('text/plain').trim();
      if (files.length > 0) ways.current.onFiles(files);
      else if (/^https?:\/\/\S+$/.test(text)) ways.current.onAddress(text);
      else return;
      e.preventDefault();
    };
    addEventListener('dragover', over);
    addEventListener('dragleave', leave);
    addEventListener('drop', drop);
    addEventListener('paste', paste);
    return () => {
      removeEventListener('dragover', over);
      removeEventListener('dragleave', leave);
      removeEventListener('drop', drop);
      removeEventListener('paste', paste);
    };
  }, [enabled]);
  return hovering;
}
