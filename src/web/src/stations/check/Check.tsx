import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, errorText, unwrap } from '../../api/client';
import type { CheckedPicture, CheckReport, Job } from '../../api/types';
import { finished, open, useJobs } from '../../deck/jobs';
import { Button } from '../../ui/Button';
import { ClearStar, Star } from '../../ui/Star';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';

const kinds = ['known', 'likely', 'unknown', 'drawing'] as const;

/** What the pictures of a deck are that was made elsewhere: a ledger of what is known, likely and unknown. */
export default function Check() {
  const { id = '' } = useParams();
  const client = useQueryClient();
  const say = useNotices((s) => s.say);
  const [job, setJob] = useState<Job | null>(null);
  const live = useJobs((s) => (job ? (s.byId[job.id] ?? job) : null));
  const { data, error } = useQuery({
    queryKey: ['check', id],
    queryFn: () => unwrap(api.GET('/api/incoming/checks/{jobId}', { params: { path: { jobId: id } } })),
  });
  useEffect(() => {
    document.title = texts.check.title(data?.title ?? '');
  }, [data?.title]);
  const adopt = async (numbers: number[] | null, adopted: boolean) => {
    try {
      const now = await unwrap(
        api.POST('/api/incoming/checks/{jobId}/adopt', {
          params: { path: { jobId: id } },
          body: { numbers, adopted },
        }),
      );
      client.setQueryData<CheckReport>(['check', id], now);
      setJob(null);
    } catch (error) {
      say(errorText(error), 'refused');
    }
  };
  const credit = async () => {
    try {
      const started = await unwrap(
        api.POST('/api/incoming/checks/{jobId}/credit', { params: { path: { jobId: id } } }),
      );
      setJob(started);
      setJob(await finished(started));
    } catch (error) {
      say(errorText(error), 'refused');
    }
  };
  const pictures = data?.pictures ?? [];
  const of = (kind: (typeof kinds)[number]) => pictures.filter((p) => p.verdict === kind);
  const adopted = pictures.filter((p) => p.adopted).length;
  const could = pictures.filter((p) => p.offered && !p.adopted).length;
  return (
    <main className="paper h-full overflow-auto bg-paper px-6 py-10 text-ink min-[1000px]:px-15">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Link to="/" aria-label={texts.check.allTalks}>
          <Star size={40} />
        </Link>
        <h1 className="text-title font-semibold">{texts.check.title(data?.title ?? '')}</h1>
      </div>
      {error && <p className="mt-6 text-madder-ink">{errorText(error)}</p>}
      {data && (
        <>
          <p className="mt-3 max-w-3xl text-lead text-ink-quiet">
            {texts.check.found(of('known').length, of('likely').length, of('unknown').length)}
          </p>
          <div className="mt-4 flex flex-wrap items-baseline gap-x-5 gap-y-2">
            {could > 0 && (
              <Button kind="paper" onClick={() => void adopt(null, true)}>
                {texts.check.adoptAll(could)}
              </Button>
            )}
            {adopted > 0 && (
              <Button
                kind={could > 0 ? 'link' : 'paper'}
                onClick={() => void credit()}
                disabled={live !== null && open(live)}
              >
                {texts.check.writeBack(adopted)}
              </Button>
            )}
            {live && open(live) && <span className="text-ink-quiet">{texts.check.writing}</span>}
            {live?.state === 'done' && live.result && (
              <a className="deed" href={live.result} download>
                {texts.check.saveTheCopy}
              </a>
            )}
          </div>
          {kinds.map((kind) => {
            const own = of(kind);
            return (
              own.length > 0 && (
                <section key={kind} className="mt-8 max-w-4xl" aria-label={texts.check.kind[kind]}>
                  <h2 className="border-b border-rule pb-2 text-head font-semibold">{texts.check.kind[kind]}</h2>
                  <ul>
                    {own.map((p) => (
                      <Picture key={p.number} check={id} picture={p} onAdopt={(yes) => void adopt([p.number], yes)} />
                    ))}
                  </ul>
                </section>
              )
            );
          })}
          {data.told.length > 0 && (
            <section className="mt-8 max-w-4xl" aria-label={texts.check.notUnderstood}>
              <h2 className="border-b border-rule pb-2 text-head font-semibold">{texts.check.notUnderstood}</h2>
              <ul className="mt-2 list-disc pl-5">
                {data.told.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </main>
  );
}

function Picture({
  check,
  picture: p,
  onAdopt,
}: {
  check: string;
  picture: CheckedPicture;
  onAdopt(adopted: boolean): void;
}) {
  const [gone, setGone] = useState(false);
  return (
    <li className="flex gap-5 border-b border-rule py-4">
      <div className="grid h-24 w-36 shrink-0 place-items-center bg-paper-deep">
        {!gone && (
          <img
            src={`/api/incoming/checks/${check}/pictures/${p.number}`}
            alt={p.alt || texts.check.picture(p.number + 1)}
            className="h-full w-full object-contain"
            onError={() => setGone(true)}
          />
        )}
      </div>
      <div className="min-w-0 flex-1">
        <p>{p.how}</p>
        {p.credit && <p className="mt-1 font-mono text-note wrap-anywhere">{p.credit}</p>}
        {p.alt && <p className="mt-1 text-ink-quiet">{texts.check.alt(p.alt)}</p>}
        {p.caption && <p className="mt-1 text-ink-quiet">{texts.check.caption(p.caption)}</p>}
        <p className="mt-1.5 flex flex-wrap items-baseline gap-x-5">
          <span className="text-ink-quiet">{texts.check.slides(p.slides.join(', '), p.slides.length)}</span>
          {p.address && (
            <a className="deed" href={p.address} target="_blank" rel="noreferrer">
              {texts.check.lookAtIt}
            </a>
          )}
          {p.adopted && (
            <span className="flex items-center gap-1.5">
              <ClearStar className="text-ink" />
              {texts.check.adopted}
            </span>
          )}
          {p.record && (
            <Button kind="link" onClick={() => onAdopt(!p.adopted)}>
              {p.adopted ? texts.check.takeBack : texts.check.adopt}
            </Button>
          )}
        </p>
      </div>
    </li>
  );
}
