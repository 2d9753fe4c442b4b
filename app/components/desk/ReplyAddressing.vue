<script setup lang="ts">
import { until } from '@vueuse/core';
import { EditorContent, type Editor } from '@tiptap/vue-3';
import type { Draft, Message } from '#shared/types/wire';
import { storeToRefs } from 'pinia';
import { useSendersStore } from '~/stores/senders';
import { addressKey, formatMailbox, type Mailbox } from '#core/message/address';

/** To whom the draft goes and about what: one line until it is to be changed. */
const props = defineProps<{ draft: Draft; subject: Editor; /** What it answers. */ original: Message | null }>();
const emit = defineEmits<{ change: [part: Partial<Pick<Draft, 'to' | 'cc' | 'bcc' | 'mailboxId'>>] }>();

const RecipientField = defineAsyncComponent(recipientField);

// Where there are several mailboxes it can be said which one it is sent from.
const store = useSendersStore();
const { mailboxes: senders } = storeToRefs(store);
const usual = computed(() => store.usual(props.original));

const isOpen = ref(props.draft.mode === 'new' || !props.draft.to.length);
/** The fields are fetched when they are first wanted, and stay. */
const wasOpen = ref(isOpen.value);
watch(isOpen, () => (wasOpen.value = true));
const FIELDS = [
  { part: 'to', label: t('common.to') },
  { part: 'cc', label: t('common.cc') },
  { part: 'bcc', label: t('common.bcc') },
] as const;
type Part = 'to' | 'cc' | 'bcc';
const inputs = shallowReactive<Partial<Record<Part, { focus(): void; focusOn(box: Mailbox): void }>>>({});
const namesOf = (boxes: Mailbox[]) => boxes.map((box) => box.name || box.address).join(', ');
const copies = computed(() => [...props.draft.cc, ...props.draft.bcc]);

/** Opens the fields, the caret in one of them when it is named. */
async function open(part?: 'to' | 'cc' | 'bcc') {
  isOpen.value = true;
  if (!part) return;
  const before = document.activeElement;
  await until(() => inputs[part]).toBeTruthy();
  // Whoever has gone on to something else meanwhile is not called back.
  const now = document.activeElement;
  if (now === before || now === document.body) inputs[part]!.focus();
}
/** Takes a recipient into one of the fields, out of whichever it was in. */
function put(box: Mailbox, part: Part) {
  const key = addressKey(box.address);
  const without = (boxes: Mailbox[]) => boxes.filter(({ address }) => addressKey(address) !== key);
  const { to, cc, bcc } = props.draft;
  const parts = { to: without(to), cc: without(cc), bcc: without(bcc) };
  emit('change', { ...parts, [part]: [...parts[part], box] });
  void nextTick(() => inputs[part]?.focusOn(box));
}

function move(box: Mailbox, from: Part, by: -1 | 1) {
  const next = FIELDS[FIELDS.findIndex(({ part }) => part === from) + by];
  if (next) put(box, next.part);
}
defineExpose({ open });
</script>

<template>
  <div class="addressing" data-part="addressing" :inert="draft.state === 'sending'">
    <button v-if="!isOpen" type="button" class="summary plain-button" :aria-expanded="false" @click="isOpen = true">
      <span class="soft">{{ t('common.to') + ' ' }}</span>
      <b dir="auto" :title="draft.to.map(formatMailbox).join(', ')">{{ namesOf(draft.to) || t('desk.nobodyNamed') }}</b>
      <span v-if="copies.length" class="soft">{{ ' ' + t('desk.andOthers', { names: namesOf(copies) }) }}</span>
      <span class="soft"> · </span
      ><span dir="auto">{{ draft.subjectText || subject.getText() || t('common.noSubject') }}</span>
      <span class="change small">{{ t('desk.change') }}</span>
    </button>
    <div v-show="isOpen" class="fields">
      <RecipientField
        v-for="{ part, label } in wasOpen ? FIELDS : []"
        :key="part"
        :ref="(field) => (inputs[part] = field as never)"
        :class="part"
        :label="label"
        :boxes="draft[part]"
        @change="(boxes) => emit('change', { [part]: boxes })"
        @move="(box, by) => move(box, part, by)"
        @take="(box) => put(box, part)"
      />
      <div v-if="senders.length > 1" class="sender">
        <label class="small soft" :for="`from-${draft.id}`">{{ t('mailbox.sendFrom') }}</label>
        <select
          :id="`from-${draft.id}`"
          class="field"
          :value="draft.mailboxId ?? usual?.id"
          @change="(event) => emit('change', { mailboxId: (event.target as HTMLSelectElement).value })"
        >
          <option v-for="{ id, name, address } in senders" :key="id" :value="id">
            {{ name === address ? address : `${name} · ${address}` }}
          </option>
        </select>
      </div>
      <div class="subject-field">
        <span class="small soft">{{ t('common.subject') }}</span><EditorContent :editor="subject" />
      </div>
      <button v-if="draft.mode !== 'new'" type="button" class="text-button small fold" @click="isOpen = false">
        {{ t('desk.hide') }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.addressing {
  min-height: 40px;
  display: flex;
  align-items: center;
}

.summary {
  width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  padding: var(--s2) 64px var(--s2) var(--s1);
  position: relative;
}

.change {
  position: absolute;
  right: var(--s1);
  color: var(--green);
}

.fields {
  width: 100%;
  display: grid;
  /* The place of what is still fetched is kept. */
  grid-template-rows: repeat(3, minmax(32px, auto)) auto;
  gap: 3px;
  padding: var(--s1) 0 var(--s2);
  position: relative;
}

.sender {
  grid-row: 5;
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  align-items: center;
}

.sender .field {
  min-height: 28px;
  padding: 2px 8px;
}

.subject-field {
  grid-row: 4;
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  align-items: center;
}

.subject-field :deep(.subject-line) {
  background: var(--sheet);
  box-shadow: 0 0 0 1px var(--rule-strong) inset;
  border-radius: var(--radius);
  padding: 4px 11px;
  min-height: 32px;
}

.fold {
  justify-self: end;
}
</style>
