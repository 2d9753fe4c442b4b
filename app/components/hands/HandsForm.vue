<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import type { HandsRow } from '#shared/types/hands';
import { handsSchema, type HandsInput } from '#shared/schemas/hands';
import { MOST_OPTIONS } from '#core/hands/hands';
import { inviteDoc } from '#core/hands/invite';
import type { DocJson } from '#core/note/schema';
import { useAccountStore } from '~/stores/account';

/** A question with options, written beside the letter it goes into. */
const account = useAccountStore();
const props = defineProps<{ /** Where answers go. */ address: string }>();
const emit = defineEmits<{ put: [body: DocJson]; close: [] }>();

// What was written and not put into a letter is here again when the form is opened.
const journal = journalOf<HandsInput>(account.account!.id, 'hands');
const values = reactive<HandsInput>(
  journal.read() ?? { question: '', options: ['', '', ''], several: false, lastDay: null },
);
watch(values, () => journal.write(values));
const { fields, problem, busy, submit, follow } = useForm(handsSchema);
follow(values);
const rows = useRowKeys(() => values.options.length);
const root = ref<HTMLFormElement>();
const question = ref<HTMLInputElement>();
const lastDay = ref<{ problem: string }>();
onMounted(() => question.value?.focus());

async function add() {
  values.options.push('');
  await nextTick();
  [...(root.value?.querySelectorAll<HTMLElement>('.option input') ?? [])].at(-1)?.focus();
}
function remove(at: number) {
  rows.drop(at);
  values.options.splice(at, 1);
}
/** Enter in an option goes to the next one; in the last that is written a new one begins. */
async function next(at: number) {
  const inputs = [...(root.value?.querySelectorAll<HTMLElement>('.option input') ?? [])];
  if (inputs[at + 1]) inputs[at + 1]!.focus();
  else if (values.options[at]!.trim() && values.options.length < MOST_OPTIONS) await add();
}

async function put() {
  if (lastDay.value?.problem) return;
  // Lines left empty at the end are no options.
  const options = values.options.filter((option, i) => option.trim() || i < 2);
  await submit({ ...values, options }, async (body) => {
    const hands = await api<HandsRow>('/hands', { method: 'POST', body });
    const how = t(hands.several ? 'hands.letter.howSeveral' : 'hands.letter.how');
    const until = hands.lastDay ? t('hands.letter.until', { day: onDay(hands.lastDay) }) : '';
    journal.drop();
    emit('put', inviteDoc(hands, props.address, { how, until }));
  });
}
</script>

<template>
  <form
    ref="root"
    class="hands"
    :aria-label="t('hands.title')"
    novalidate
    @submit.prevent="put"
    @keydown.esc.prevent.stop="emit('close')"
  >
    <h2 class="title">{{ t('hands.title') }}</h2>
    <p class="small soft">{{ t('hands.about') }}</p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <div>
      <label for="h-question">{{ t('hands.question') }}</label>
      <input
        id="h-question"
        ref="question"
        v-model="values.question"
        class="field"
        dir="auto"
        maxlength="500"
        :placeholder="t('hands.questionExample')"
        :aria-invalid="Boolean(fields.question)"
      />
      <p v-if="fields.question" class="small wrong" role="alert">{{ fields.question }}</p>
    </div>
    <ol>
      <li v-for="(_, i) in values.options" :key="rows.keys.value[i]" class="option">
        <input
          v-model="values.options[i]"
          class="field"
          dir="auto"
          maxlength="100"
          :aria-label="t('hands.option', { number: i + 1 })"
          :aria-invalid="Boolean(fields[`options[${i}]`])"
          @keydown.enter.prevent="next(i)"
        />
        <button
          v-if="values.options.length > 2"
          type="button"
          class="text-button small"
          :aria-label="t('hands.removeOption', { number: i + 1 })"
          @click="remove(i)"
        >
          {{ t('common.remove') }}
        </button>
        <p v-if="fields[`options[${i}]`]" class="small wrong" role="alert">{{ fields[`options[${i}]`] }}</p>
      </li>
    </ol>
    <p v-if="fields.options" class="small wrong" role="alert">{{ fields.options }}</p>
    <button v-if="values.options.length < MOST_OPTIONS" type="button" class="text-button small add" @click="add">
      <Plus :size="13" aria-hidden="true" />{{ t('hands.addOption') }}
    </button>
    <label><input v-model="values.several" type="checkbox" /> {{ t('hands.several') }}</label>
    <LastDay ref="lastDay" v-model="values.lastDay" />
    <div class="foot">
      <el-button native-type="submit" type="primary" :loading="busy">{{ t('hands.put') }}</el-button>
      <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
    </div>
  </form>
</template>

<style scoped>
.hands {
  display: grid;
  gap: var(--s3);
  align-content: start;
  margin-top: 40px;
  padding: var(--s4) var(--s5);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  overflow-y: auto;
}

.title {
  font: 600 var(--text-title) / 1.3 var(--serif);
}

ol {
  display: grid;
  gap: var(--s2);
  margin: 0;
  padding-inline-start: 20px;
}

.option {
  padding-inline-start: 4px;
}

.option .field {
  width: calc(100% - 84px);
}

.add {
  justify-self: start;
}

.foot {
  display: flex;
  gap: var(--s3);
}

.wrong {
  color: var(--warn);
}
</style>
