<script setup lang="ts">
import { Copy } from 'lucide-vue-next';
import { generateHTML } from '@tiptap/core';
import type { Message, MessagePage, MessageRow } from '#shared/types/wire';
import type { Person } from '#shared/types/person';
import { fill, type Fills } from '#core/blank/fill';
import type { Answer, Answers } from '#core/blank/kinds/kind';
import { questionsIn, type BlankQuestion, type PassageQuestion } from '#core/blank/questions';
import { addressKey } from '#core/message/address';
import { toHtml } from '#core/note/html';
import { parseDoc, type DocJson } from '#core/note/schema';
import { toLine, toText } from '#core/note/text';
import { visible } from '#core/note/visible';
import { letterExtensions } from '~/editor/extensions';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';

/** The note as it will be asked on the Desk and read by the client, live. */
const props = defineProps<{ subject: DocJson; body: DocJson }>();
const account = useAccountStore();
const lookups = useLookupsStore();

const people = shallowRef<Person[]>([]);
const personId = ref('');
const messages = shallowRef<MessageRow[]>([]);
const messageId = ref('');
const message = shallowRef<Message | null>(null);
const form = ref<'wide' | 'narrow' | 'plain' | 'html'>('wide');
const ready = ref(false);

const person = computed(() => people.value.find(({ id }) => id === personId.value) ?? null);
const isTheirs = ({ from }: MessageRow) =>
  person.value !== null && addressKey(from.address) === addressKey(person.value.address);
const fromPerson = computed(() => {
  const theirs = messages.value.filter(isTheirs);
  return [...theirs, ...messages.value.filter((row) => !theirs.includes(row))];
});

onMounted(async () => {
  [people.value, messages.value] = await Promise.all([
    api<Person[]>('/people').catch(() => []),
    api<MessagePage>('/messages', { query: { folder: 'inbox', limit: 100 } }).then(
      ({ rows }) => rows,
      () => [],
    ),
  ]);
  personId.value = people.value[0]?.id ?? '';
});

/** The latest message of the person is the likeliest to be answered. */
watch(person, () => {
  const [first] = fromPerson.value;
  messageId.value = first && isTheirs(first) ? first.id : '';
});
watch(messageId, async (id) => {
  message.value = id ? await api<Message>(`/messages/${id}`).catch(() => null) : null;
});

watch(
  () => [props.subject, props.body],
  async () => {
    await lookups.need(props.subject, props.body).catch(() => {});
    ready.value = true;
  },
  { immediate: true },
);

const answers = ref<Answers>({});
const switched = ref<Record<string, boolean>>({});
const context = computed(() =>
  fillContext(
    account.settings!,
    lookups.whole,
    person.value ? { name: person.value.fullName, address: person.value.address } : undefined,
    person.value,
    messageFacts(message.value),
  ),
);

const TRY = 'try';
const filled = computed(() =>
  fill(
    { subject: parseDoc(props.subject), body: parseDoc(props.body) },
    context.value,
    answers.value,
    TRY,
    switched.value,
  ),
);
const fills = computed<Fills>(() => ({ [TRY]: filled.value.fill }));
const questions = computed(() =>
  ready.value ? questionsIn([filled.value.subject, filled.value.body], context.value, fills.value) : [],
);
const html = computed(() => generateHTML(visible(filled.value.body).toJSON(), letterExtensions()));
/** The HTML as it is sent, a line for each block. */
const source = computed(() => toHtml(filled.value.body).replace(/(<\/(p|h[1-3]|ul|ol|li|table|tr|t[dh])>)/g, '$1\n'));
const line = computed(() => toLine(filled.value.subject));

// The filled note for somewhere else than a message.
const copied = ref('');
const lines = computed(() =>
  toText(filled.value.body)
    .split('\n')
    .filter((one) => one.trim()),
);
/** The line that goes to the clipboard next. */
const at = ref(0);
watch(lines, () => {
  at.value = 0;
  copied.value = '';
});
const fillList = ref<{ settle(): void }>();
/** What was typed last belongs to what is copied. */
async function settle() {
  fillList.value?.settle();
  await nextTick();
}
async function copy(work: () => Promise<void>, says: string) {
  copied.value = await work().then(
    () => says,
    () => t('library.cannotCopy'),
  );
}
async function copyAll() {
  await settle();
  await copy(() => copyWording(filled.value.body), t('library.isCopied'));
}
async function copyPlain() {
  await settle();
  await copy(() => copyText(toText(filled.value.body)), t('library.isCopiedPlain'));
}
async function copyLine() {
  await settle();
  const one = lines.value[at.value];
  if (!one) return;
  const number = at.value + 1;
  await copy(() => copyText(one), t('library.lineCopied', { number, total: lines.value.length, line: one }));
  at.value = number % lines.value.length;
}
useCommands({ copyFilled: copyAll, copyPlain, copyLine });

const answer = ({ key }: BlankQuestion, given: Answer) => (answers.value = { ...answers.value, [key]: given });
const turn = ({ place }: PassageQuestion, on: boolean) => (switched.value = { ...switched.value, [place]: on });
</script>

<template>
  <section class="try" :aria-label="t('library.tryNote')">
    <header class="head">
      <span class="title">{{ t('library.tryIt') }}</span>
      <el-select
        v-model="personId"
        size="small"
        filterable
        class="chooser"
        :aria-label="t('library.writtenTo')"
        :placeholder="t('library.toNobodyKnown')"
      >
        <el-option v-for="one in people" :key="one.id" :value="one.id" :label="one.fullName || one.address" />
      </el-select>
      <el-select
        v-model="messageId"
        size="small"
        filterable
        clearable
        class="chooser"
        :aria-label="t('library.answering')"
        :placeholder="t('library.answeringNothing')"
      >
        <el-option
          v-for="row in fromPerson"
          :key="row.id"
          :value="row.id"
          :label="row.subject || t('common.noSubject')"
        />
      </el-select>
    </header>
    <FillList
      v-if="questions.length"
      ref="fillList"
      :questions="questions"
      :fills="fills"
      class="questions"
      @answer="answer"
      @switch="turn"
      @leave="() => {}"
      @look="() => {}"
    />
    <p v-else class="small soft questions">{{ t('library.asksNothing') }}</p>
    <div class="as" role="radiogroup" :aria-label="t('library.readAs')">
      <label v-for="kind in ['wide', 'narrow', 'plain', 'html'] as const" :key="kind" class="small">
        <input v-model="form" type="radio" name="read-as" :value="kind" />
        {{
          { wide: t('library.wideMail'), narrow: t('library.narrowMail'), plain: t('library.plainText'), html: 'HTML' }[
            kind
          ]
        }}
      </label>
    </div>
    <div class="copying" role="group" :aria-label="t('library.copyElsewhere')">
      <button type="button" class="text-button small" :aria-keyshortcuts="shortcutOf('copyFilled')" @click="copyAll">
        <Copy :size="13" aria-hidden="true" />{{ t('library.copy') }}
      </button>
      <button type="button" class="text-button small" :aria-keyshortcuts="shortcutOf('copyPlain')" @click="copyPlain">
        {{ t('library.copyPlain') }}
      </button>
      <button type="button" class="text-button small" :aria-keyshortcuts="shortcutOf('copyLine')" @click="copyLine">
        {{ t('library.copyLine') }}
      </button>
      <span class="small soft copied" role="status" :title="copied">{{ copied }}</span>
    </div>
    <div class="sheet" :class="form" tabindex="0">
      <p v-if="line" class="subject" dir="auto">{{ line }}</p>
      <pre v-if="form === 'plain'" class="plain" dir="auto">{{ toText(filled.body) }}</pre>
      <pre v-else-if="form === 'html'" class="plain source">{{ source }}</pre>
      <!-- eslint-disable-next-line vue/no-v-html -- made from the note's own document by the editor's schema -->
      <div v-else class="letter" dir="auto" v-html="html" />
    </div>
  </section>
</template>

<style scoped>
.source {
  font-size: 12px;
  overflow-wrap: anywhere;
}

.try {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.head {
  display: flex;
  align-items: center;
  gap: var(--s2);
  min-height: 40px;
}

.title {
  font-weight: 600;
  white-space: nowrap;
}

.chooser {
  flex: 1;
  min-width: 0;
}

.questions {
  padding-bottom: var(--s2);
  max-height: 46%;
  overflow-y: auto;
  flex: none;
  border-bottom: 1px solid var(--rule);
  margin-bottom: var(--s1);
}

.as {
  min-height: 24px;
  align-items: center;
  display: flex;
  gap: var(--s4);
  padding-bottom: var(--s1);
}

.as input {
  accent-color: var(--green);
  margin: 0 4px 0 0;
  vertical-align: -1px;
}

.copying {
  display: flex;
  align-items: baseline;
  gap: var(--s2);
}

.copied {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.sheet {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: var(--s4) var(--s5);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

/* A narrow screen is 360 pixels wide, its margins included. */
.sheet.narrow {
  width: 360px;
  max-width: 100%;
  padding: var(--s3);
}

.plain {
  margin: 0;
  font:
    13px/1.5 ui-monospace,
    'DejaVu Sans Mono',
    monospace;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}

.subject {
  font: 600 17px / 1.4 var(--serif);
  margin-bottom: var(--s3);
}
</style>
