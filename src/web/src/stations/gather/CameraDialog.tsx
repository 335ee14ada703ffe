import { useEffect, useRef, useState } from 'react';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';

const t = texts.camera;

// What the browser says where there is no picture, in words.
const whyNot = (error: unknown): string => {
  const name = error instanceof DOMException ? error.name : '';
  return name === 'NotAllowedError' || name === 'SecurityError'
    ? t.refused
    : name === 'NotFoundError' || name === 'OverconstrainedError'
      ? t.none
      : name === 'NotReadableError'
        ? t.busy
        : t.failed;
};

/** A picture taken with this computer's camera: seen, taken, looked at, then kept as one's own photo. */
export function CameraDialog({
  open,
  onOpenChange,
  onTaken,
}: {
  open: boolean;
  onOpenChange(open: boolean): void;
  /** Takes it in; answers whether it came in. */
  onTaken(file: File): Promise<boolean>;
}) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t.title} description={t.about} wide>
      {open && <Camera onTaken={onTaken} onKept={() => onOpenChange(false)} />}
    </Dialog>
  );
}

function Camera({ onTaken, onKept }: { onTaken(file: File): Promise<boolean>; onKept(): void }) {
  const video = useRef<HTMLVideoElement>(null);
  const stream = useRef<MediaStream | null>(null);
  const [live, setLive] = useState(false);
  const [fault, setFault] = useState('');
  const [tried, setTried] = useState(0);
  const [taken, setTaken] = useState<{ blob: Blob; address: string } | null>(null);
  const [keeping, setKeeping] = useState(false);

  // The camera is on while the dialog is open, and off at once when it is not.
  useEffect(() => {
    let gone = false;
    const stop = () => {
      gone = true;
      stream.current?.getTracks().forEach((track) => track.stop());
      stream.current = null;
    };
    const media = (navigator as { mediaDevices?: MediaDevices }).mediaDevices;
    if (!media) {
      setFault(t.unsafe);
      return stop;
    }
    media
      .getUserMedia({ audio: false, video: { width: { ideal: 3840 }, height: { ideal: 2160 } } })
      .then((came) => {
        if (gone) return came.getTracks().forEach((track) => track.stop());
        stream.current = came;
        if (video.current) video.current.srcObject = came;
        return undefined;
      })
      .catch((e: unknown) => {
        if (!gone) setFault(whyNot(e));
      });
    return stop;
  }, [tried]);
  useEffect(
    () => () => {
      if (taken) URL.revokeObjectURL(taken.address);
    },
    [taken],
  );

  const take = () => {
    const from = video.current!;
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [from.videoWidth, from.videoHeight];
    canvas.getContext('2d')!.drawImage(from, 0, 0);
    canvas.toBlob(
      (blob) => {
        if (blob) setTaken({ blob, address: URL.createObjectURL(blob) });
        else setFault(t.failed);
      },
      'image/jpeg',
      0.95,
    );
  };
  const keep = async () => {
    setKeeping(true);
    const at = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
    // What was refused stays to be seen and tried again: nobody can take that picture a second time.
    if (await onTaken(new File([taken!.blob], `camera ${at}.jpg`, { type: 'image/jpeg' }))) onKept();
    else setKeeping(false);
  };

  if (fault)
    return (
      <div className="mt-4">
        <p role="alert" className="text-marigold">
          {fault}
        </p>
        <Button
          kind="verb"
          className="mt-3"
          onClick={() => {
            setFault('');
            setTried(tried + 1);
          }}
        >
          {t.tryAgain}
        </Button>
      </div>
    );
  return (
    <div className="mt-4">
      <video
        ref={video}
        autoPlay
        playsInline
        muted
        aria-label={t.seen}
        hidden={taken !== null}
        className="aspect-video w-full bg-black object-contain"
        onLoadedData={() => setLive(true)}
      />
      {taken && <img src={taken.address} alt={t.taken} className="aspect-video w-full bg-black object-contain" />}
      <div className="mt-4 flex items-baseline gap-6">
        {taken ? (
          <>
            <Button kind="solid" disabled={keeping} onClick={() => void keep()}>
              {t.keep}
            </Button>
            <Button kind="verb" disabled={keeping} onClick={() => setTaken(null)}>
              {t.another}
            </Button>
          </>
        ) : (
          <Button kind="solid" disabled={!live} onClick={take}>
            {t.take}
          </Button>
        )}
        {!live && <span className="text-quiet">{t.coming}</span>}
      </div>
    </div>
  );
}
