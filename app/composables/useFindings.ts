import type { Editor } from '@tiptap/vue-3';
import { blankKey } from '#core/blank/kinds/key';
import type { BlankQuestion, DraftQuestion } from '#core/blank/questions';
import { addressKey } from '#core/message/address';
import { findingKey, type Finding } from '#core/look/letter/finding';
import { useAccountStore } from '~/stores/account';
import type { useDraft } from './useDraft';

interface Surroundings {
  subject: Editor;
  body: Editor;
  questions: () => DraftQuestion[];
  /** All that is seen in the letter as it stands this moment. */
  now(): Promise<Finding[]>;
  /** Opens the recipients at a field. */
  openAddressing(part?: 'to' | 'cc' | 'bcc'): void;
  /** Goes to a question of the fill list; false when there is no list. */
  focusQuestion(question: BlankQuestion): boolean;
  goTo(place: Finding['place']): void;
  /** Lets a file be chosen. */
  chooseFile(): void;
  problem(words: string): void;
}

/** What is done with a finding of the last look: gone to, put right, or left as it is from now on. */
export function useFindings(handle: ReturnType<typeof useDraft>, around: Surroundings) {
  const account = useAccountStore();
  const { draft } = handle;

  /** The same finding where it stands now, since the letter may have changed under it. */
  const fresh = async (finding: Finding) => (await around.now()).find((one) => findingKey(one) === findingKey(finding));

  async function goTo(seen: Finding): Promise<void> {
    const finding = seen.place.pos === undefined ? seen : ((await fresh(seen)) ?? seen);
    const { part } = finding.place;
    if (part === 'to' || part === 'cc' || part === 'bcc') return around.openAddressing(part);
    if (part === 'attachments') return around.chooseFile();
    if (part === 'signature') return void (await navigateTo('/settings#s-signature'));
    const { blank } = finding;
    const question =
      blank &&
      around
        .questions()
        .find(
          (q): q is BlankQuestion =>
            q.type === 'blank' &&
            q.insertion === blank.insertion &&
            q.key === blankKey(blank.label) &&
            q.state === 'open',
        );
    if (part === 'subject') around.openAddressing();
    if (!question || question.waits || !around.focusQuestion(question)) around.goTo(finding.place);
  }

  /** Does what puts it right. */
  async function mend(seen: Finding): Promise<void> {
    const finding = await fresh(seen);
    const { mend: way, place } = finding ?? {};
    if (!way || !place || !draft.value) return;
    if (way.type === 'attach') return around.chooseFile();
    if (way.type === 'address') {
      const part = place.part as 'to' | 'cc' | 'bcc';
      const boxes = draft.value[part].map((box) =>
        addressKey(box.address) === finding!.about ? { ...box, address: way.address } : box,
      );
      return handle.change({ [part]: boxes });
    }
    const editor = place.part === 'subject' ? around.subject : around.body;
    const { from, to } = { from: place.pos!, to: place.to! };
    const { state } = editor;
    const marks = state.doc.resolve(from + 1).marks();
    editor.view.dispatch(state.tr.replaceWith(from, to, state.schema.text(way.text, marks)));
  }

  /** Says it is meant as it is: in this message, to this person, or always. */
  async function leave(finding: Finding, how: 'here' | 'person' | 'always'): Promise<void> {
    if (!draft.value) return;
    if (how === 'here') return handle.change({ silenced: [...draft.value.silenced, findingKey(finding)] });
    const person = how === 'person' ? addressKey(draft.value.to[0]?.address ?? '') : '';
    const settings = account.settings!;
    try {
      await account.saveSettings({ ...settings, silences: [...settings.silences, { kind: finding.kind, person }] });
    } catch (error) {
      around.problem(messageOf(error));
    }
  }

  const mendFirst = async () => {
    const first = (await around.now()).find((finding) => finding.mend);
    if (first) await mend(first);
  };

  return { goTo, mend, mendFirst, leave };
}
