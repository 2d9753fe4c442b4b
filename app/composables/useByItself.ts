import { useLocalStorage } from '@vueuse/core';
import { Corrections, isCorrection } from '#core/slip/correction';
import { SlipTable, type Slip } from '#core/slip/table';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';

/** So many words typed last are remembered, to tell one that is typed anew. */
const REMEMBERED = 50;

let common: Promise<Slip[]> | null = null;

/** What changes by itself while one types in a letter: cues and slips, as the settings want it; and slips to be offered. */
export function useByItself() {
  const account = useAccountStore();
  const notes = useNotesStore();

  const shared = shallowRef<Slip[]>([]);
  watch(
    () => account.settings?.commonSlips,
    async (on) => {
      common ??= on ? api<Slip[]>('/slips/common') : null;
      shared.value = on ? await common!.catch(() => ((common = null), [])) : [];
    },
    { immediate: true },
  );
  const own = () => (account.settings?.slips ?? []).filter(({ off }) => !off);
  /** What was just taken is put right at once, before the settings are saved. */
  const taken = shallowRef<Slip[]>([]);
  const all = computed(() => [...shared.value, ...own(), ...taken.value]);
  const slips = computed(() => new SlipTable(all.value));

  // What is corrected again and again is counted in this browser.
  const counts = useLocalStorage<Record<string, number>>(`jar-note:corrections:${account.account!.id}`, {});
  const corrections = new Corrections(counts.value);
  const offered = shallowRef<Slip | null>(null);
  const typed: { word: string; from: number }[] = [];

  async function offer(slip: Slip) {
    const ordinary = await import('~/utils/ordinaryWords')
      .then(({ ordinaryWords }) => ordinaryWords(account.settings!.locale))
      .catch(() => null);
    // What may be a word of its own is not offered.
    if (ordinary && !ordinary.has(slip.slip) && slips.value.meantBy(slip.slip) === null) offered.value = slip;
  }

  function onWord(word: string, from: number): void {
    const before = typed.findLast((one) => one.from === from);
    const isPutRight = before && isCorrection(before.word, word);
    const slip = isPutRight && corrections.add(before.word, word);
    if (isPutRight) counts.value = { ...corrections.counts };
    if (slip) void offer(slip);
    typed.push({ word, from });
    if (typed.length > REMEMBERED) typed.shift();
  }

  async function take(): Promise<void> {
    const slip = offered.value!;
    offered.value = null;
    taken.value = [...taken.value, slip];
    const settings = account.settings!;
    try {
      await account.saveSettings({ ...settings, slips: [...settings.slips, { ...slip, off: false }] });
    } catch {
      // Offered again, since it was not taken down.
      offered.value = slip;
    } finally {
      taken.value = taken.value.filter((one) => one !== slip);
    }
  }

  return {
    /** Every slip that is put right. */
    all,
    offered,
    take,
    leave: () => (offered.value = null),
    options: {
      cue(before: string, sign: string) {
        // What may go off with the next key is fetched before.
        const near = sign.length === 1 && notes.cues().at(before + sign);
        if (near) notes.read(near.id).catch(() => {});
        return notes.cues().goesOff(before, sign, account.settings!.cues);
      },
      slip: (before: string, sign: string) => slips.value.endedBy(before, sign),
      onWord,
    },
  };
}
