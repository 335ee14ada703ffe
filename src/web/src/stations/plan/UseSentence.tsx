import { useState } from 'react';
import type { Use } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { useHeader } from '../../deck/store';
import { Select } from '../../ui/Select';
import { Field } from '../../ui/Field';
import { texts } from '../../texts';

/** What the talk is for, as a sentence whose words open their alternatives; licences are judged by it. */
export function UseSentence({ use, minutes, speaker = false }: { use: Use; minutes: number; speaker?: boolean }) {
  const header = useHeader();
  const [other, setOther] = useState(false);
  const set = (change: Partial<Use>) => void edit({ kind: 'set-declared-use', use: { ...use, ...change } });
  const options = [...new Set([...rules().slotChoices, minutes])]
    .sort((a, b) => a - b)
    .map((m): [string, string] => [String(m), texts.plan.minutes(m)]);
  return (
    <p className={speaker ? 'mt-2 text-lead leading-8 text-ink-quiet' : 'mt-1 leading-relaxed'}>
      A{' '}
      <Select
        label={texts.plan.whoSeesIt}
        value={use.audience}
        options={[
          ['public', texts.plan.publicTalk],
          ['class', texts.plan.talkForAClass],
        ]}
        onChoose={(audience) => set({ audience })}
      />{' '}
      {texts.plan.of2}
      {other ? (
        <span onBlur={() => setOther(false)}>
          <Field
            label={texts.plan.timeSlotInMinutes}
            className={`!inline !w-24 ${speaker ? 'border-b-verdigris-ink/50 text-ink' : ''}`}
            value={String(minutes)}
            focused
            onCommit={(text) => edit({ kind: 'set-time-slot', minutes: Number(/^[\d.]+/.exec(text)?.[0] ?? '0') })}
          />{' '}
          {texts.plan.minutes2}
        </span>
      ) : (
        <Select
          label={texts.plan.timeSlot}
          value={String(minutes)}
          options={[...options, ['other', texts.plan.anotherLength]]}
          onChoose={(m) => (m === 'other' ? setOther(true) : void edit({ kind: 'set-time-slot', minutes: Number(m) }))}
        />
      )}
      ,{' '}
      <Select
        label={texts.plan.entry}
        value={use.commercial ? 'paid' : 'free'}
        options={[
          ['free', texts.plan.freeToEnter],
          ['paid', texts.plan.paidOrForAnEmployer],
        ]}
        onChoose={(v) => set({ commercial: v === 'paid' })}
      />
      ,{' '}
      <Select
        label={texts.plan.copies}
        value={use.handedOn ? 'on' : 'off'}
        options={[
          ['on', texts.plan.fileHandedOn],
          ['off', texts.plan.shownOnly],
        ]}
        onChoose={(v) => set({ handedOn: v === 'on' })}
      />
      {use.handedOn && (
        <>
          ,{' '}
          <Select
            label={texts.plan.changesByOthers}
            value={use.othersMayAdapt ? 'yes' : 'no'}
            options={[
              ['no', texts.plan.notToBeChanged],
              ['yes', texts.plan.othersMayChangeIt],
            ]}
            onChoose={(v) => set({ othersMayAdapt: v === 'yes' })}
          />
        </>
      )}
      ,{' '}
      <Select
        label={texts.plan.recording}
        value={use.recorded ? 'on' : 'off'}
        options={[
          ['off', texts.plan.notRecorded],
          ['on', texts.plan.recordingPublished],
        ]}
        onChoose={(v) => set({ recorded: v === 'on' })}
      />
      {speaker ? (
        <>
          {texts.plan.givenBy}
          <Field
            label={texts.plan.speaker}
            className="!inline !w-32 border-b-verdigris-ink/50 text-ink"
            value={header.speaker}
            placeholder={texts.plan.yourName}
            maxLength={rules().longestTitle}
            onCommit={(speaker) => edit({ kind: 'set-speaker', speaker })}
          />
        </>
      ) : (
        '.'
      )}
    </p>
  );
}
