import { useState } from 'react';
import type { Use } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { useHeader } from '../../deck/store';
import { Select } from '../../ui/Select';
import { Field } from '../../ui/Field';

/** What the talk is for, as a sentence whose words open their alternatives; licences are judged by it. */
export function UseSentence({ use, minutes, speaker = false }: { use: Use; minutes: number; speaker?: boolean }) {
  const header = useHeader();
  const [other, setOther] = useState(false);
  const set = (change: Partial<Use>) => void edit({ kind: 'set-use', use: { ...use, ...change } });
  const options = [...new Set([...rules().slotChoices, minutes])]
    .sort((a, b) => a - b)
    .map((m): [string, string] => [String(m), `${m} minutes`]);
  return (
    <p className={speaker ? 'mt-2 text-lead leading-8 text-ink-quiet' : 'mt-1 leading-relaxed'}>
      A{' '}
      <Select
        label="Who sees it"
        value={use.audience}
        options={[
          ['public', 'public talk'],
          ['class', 'talk for a class'],
        ]}
        onChoose={(audience) => set({ audience })}
      />{' '}
      of{' '}
      {other ? (
        <span onBlur={() => setOther(false)}>
          <Field
            label="Time slot, in minutes"
            className={`!inline !w-24 ${speaker ? 'border-b-verdigris-ink/50 text-ink' : ''}`}
            value={String(minutes)}
            focused
            onCommit={(text) => edit({ kind: 'set-slot', minutes: Number(/^[\d.]+/.exec(text)?.[0] ?? '0') })}
          />{' '}
          minutes
        </span>
      ) : (
        <Select
          label="Time slot"
          value={String(minutes)}
          options={[...options, ['other', 'another length']]}
          onChoose={(m) => (m === 'other' ? setOther(true) : void edit({ kind: 'set-slot', minutes: Number(m) }))}
        />
      )}
      ,{' '}
      <Select
        label="Entry"
        value={use.commercial ? 'paid' : 'free'}
        options={[
          ['free', 'free to enter'],
          ['paid', 'paid or for an employer'],
        ]}
        onChoose={(v) => set({ commercial: v === 'paid' })}
      />
      ,{' '}
      <Select
        label="Copies"
        value={use.handedOn ? 'on' : 'off'}
        options={[
          ['on', 'file handed on'],
          ['off', 'shown only'],
        ]}
        onChoose={(v) => set({ handedOn: v === 'on' })}
      />
      {use.handedOn && (
        <>
          ,{' '}
          <Select
            label="Changes by others"
            value={use.othersMayAdapt ? 'yes' : 'no'}
            options={[
              ['no', 'not to be changed'],
              ['yes', 'others may change it'],
            ]}
            onChoose={(v) => set({ othersMayAdapt: v === 'yes' })}
          />
        </>
      )}
      ,{' '}
      <Select
        label="Recording"
        value={use.recorded ? 'on' : 'off'}
        options={[
          ['off', 'not recorded'],
          ['on', 'recording published'],
        ]}
        onChoose={(v) => set({ recorded: v === 'on' })}
      />
      {speaker ? (
        <>
          , given by{' '}
          <Field
            label="Speaker"
            className="!inline !w-32 border-b-verdigris-ink/50 text-ink"
            value={header.speaker}
            placeholder="your name"
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
