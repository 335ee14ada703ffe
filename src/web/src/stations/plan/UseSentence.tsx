import type { Use } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { Choice } from '../../desk/Choice';
import { Field } from '../../desk/Field';

/** What the talk is for, as a sentence whose words open their alternatives; licences are judged by it. */
export function UseSentence({ use, minutes, speaker = false }: { use: Use; minutes: number; speaker?: boolean }) {
  const { deck, edit } = useOpenDeck();
  const set = (change: Partial<Use>) => void edit({ kind: 'set-use', use: { ...use, ...change } });
  const lengths = [5, 10, 15, 20, 30, 45, 60, 90];
  const options = [...new Set([...lengths, minutes])]
    .sort((a, b) => a - b)
    .map((m): [string, string] => [String(m), `${m} minutes`]);
  return (
    <p className={speaker ? 'mt-2 text-[16px] leading-8 text-ink-quiet' : 'mt-1 leading-relaxed'}>
      A{' '}
      <Choice
        label="Who sees it"
        value={use.audience}
        options={[
          ['public', 'public talk'],
          ['class', 'talk for a class'],
        ]}
        onChoose={(audience) => set({ audience })}
      />{' '}
      of{' '}
      <Choice
        label="Time slot"
        value={String(minutes)}
        options={options}
        onChoose={(m) => void edit({ kind: 'set-slot', minutes: Number(m) })}
      />
      ,{' '}
      <Choice
        label="Entry"
        value={use.commercial ? 'paid' : 'free'}
        options={[
          ['free', 'free to enter'],
          ['paid', 'paid or for an employer'],
        ]}
        onChoose={(v) => set({ commercial: v === 'paid' })}
      />
      ,{' '}
      <Choice
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
          <Choice
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
      <Choice
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
            value={deck.speaker}
            placeholder="your name"
            maxLength={200}
            onCommit={(speaker) => void edit({ kind: 'set-speaker', speaker })}
          />
        </>
      ) : (
        '.'
      )}
    </p>
  );
}
