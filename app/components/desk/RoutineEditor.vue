<script setup lang="ts">
import { routineSchema, type RoutineChange, type RoutineInput } from '#shared/schemas/routine';
import type { NoteRow, Routine } from '#shared/types/wire';
import { formatMailbox } from '#core/message/address';
import { parseMailboxes } from '#core/message/recipients';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';
import { useRoutinesStore } from '~/stores/routines';

/** A routine written or changed, with what it will do said before it is kept. */
const props = defineProps<{ routine?: Routine | null; /** What it begins with. */ start?: RoutineInput }>();
const emit = defineEmits<{ kept: [routine: Routine]; close: [] }>();

const account = useAccountStore();
const notes = useNotesStore();
const routines = useRoutinesStore();
void notes.load();

const PARTS = ['to', 'cc', 'bcc'] as const;
/** A routine as it is filled in: its recipients are text. */
type Filled = Omit<RoutineInput, (typeof PARTS)[number]> & Record<(typeof PARTS)[number], string> & { version: number };
/** As it is saved, or begins. */
let stored: RoutineChange = {
  ...{ ...routineSchema.getDefault(), name: '', version: 0 },
  ...props.start,
  ...props.routine,
};
const filledOf = ({ to, cc, bcc, ...rest }: typeof stored): Filled => ({
  ...rest,
  ...{ to: to.map(formatMailbox).join(', '), cc: cc.map(formatMailbox).join(', ') },
  bcc: bcc.map(formatMailbox).join(', '),
});
const inputOf = ({ to, cc, bcc, ...rest }: Filled) => ({
  ...rest,
  ...{ to: parseMailboxes(to), cc: parseMailboxes(cc), bcc: parseMailboxes(bcc) },
});
const form = useForm(routineSchema);
const { fields, problem, code, busy, submit } = form;
const { values, restored, takeBack, ...editing } = useJournaledForm<Filled>({
  // What is made of something that was done begins with that each time.
  what: `routine:${props.routine?.id ?? (props.start ? 'made' : 'new')}`,
  current: () => filledOf(stored),
  save: (content, base) =>
    submit(inputOf(content), async (valid) => {
      const change = { ...(valid as RoutineInput), version: content.version };
      stored = await routines.keep(change, props.routine?.id, inputOf(base));
      emit('kept', stored as Routine);
    }),
  async read() {
    await routines.load(true);
    return filledOf(routines.rows.find(({ id }) => id === props.routine?.id) ?? stored);
  },
});
if (props.start) takeBack();
form.follow(values);
const input = computed(() => inputOf(values));
const isStale = computed(() => code.value === 'stale');
const settle = (keep: 'mine' | 'theirs') =>
  editing.settle(keep).catch((error) => void (problem.value = messageOf(error)));

const ANSWERS = [
  { value: 'reply', label: t('routineEditor.answers.reply') },
  { value: 'reply-all', label: t('routineEditor.answers.replyAll') },
  { value: 'forward', label: t('routineEditor.answers.forward') },
  { value: 'none', label: t('routineEditor.answers.none') },
];
const isSent = computed(() => values.answer !== 'none');

/** The notes that can be chosen: those that are, and those found. */
const found = shallowRef<NoteRow[]>([]);
const choices = computed(() => {
  const chosen = values.notes.flatMap((id) => notes.byId.get(id) ?? []);
  return [...chosen, ...found.value.filter(({ id }) => !values.notes.includes(id))];
});
const asking = lastAsked();
async function find(typed: string) {
  const isLast = asking();
  const rows = typed.trim() ? (await notes.search(typed, 12)).map(({ row }) => row) : notes.rows.slice(0, 12);
  if (isLast()) found.value = rows;
}

const id = useId();
const first = ref<HTMLInputElement>();
onMounted(() => first.value?.focus());
</script>

<template>
  <form
    class="routine"
    :aria-label="routine ? routine.name : t('routineEditor.new')"
    @submit.prevent="editing.save()"
    @keydown.esc.stop="emit('close')"
  >
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }}
      <template v-if="isStale">
        <button type="button" class="text-button" @click="settle('mine')">{{ t('common.keepMine') }}</button>
        <button type="button" class="text-button" @click="settle('theirs')">{{ t('common.takeOtherOne') }}</button>
      </template>
    </p>
    <p v-if="restored" class="notice" role="status">
      {{ t('routineEditor.unsaved') }}
      <button type="button" class="text-button" @click="takeBack">{{ t('common.takeChangesBack') }}</button>
    </p>
    <label :for="`${id}-name`">{{ t('routine.name') }}</label>
    <div>
      <input :id="`${id}-name`" ref="first" v-model="values.name" class="field" maxlength="100" />
      <p v-if="fields.name" class="small wrong" role="alert">{{ fields.name }}</p>
    </div>
    <label :for="`${id}-answer`">{{ t('routine.answer') }}</label>
    <select :id="`${id}-answer`" v-model="values.answer" class="field">
      <option v-for="one in ANSWERS" :key="one.value" :value="one.value">{{ one.label }}</option>
    </select>
    <template v-if="isSent">
      <template v-for="part in PARTS" :key="part">
        <template v-if="part !== 'to' || values.answer === 'forward'">
          <label :for="`${id}-${part}`">{{
            part === 'to' ? t('routine.to') : part === 'cc' ? t('common.cc') : t('common.bcc')
          }}</label>
          <div>
            <input :id="`${id}-${part}`" v-model="values[part]" class="field" />
            <p v-if="fields[part]" class="small wrong" role="alert">{{ fields[part] }}</p>
          </div>
        </template>
      </template>
      <label :for="`${id}-notes`">{{ t('routine.notes') }}</label>
      <el-select
        :id="`${id}-notes`"
        v-model="values.notes"
        multiple
        filterable
        remote
        reserve-keyword
        :remote-method="find"
        :placeholder="t('routineEditor.findNotes')"
        @focus="find('')"
      >
        <el-option v-for="row in choices" :key="row.id" :value="row.id" :label="row.name" />
      </el-select>
      <label :for="`${id}-signature`">{{ t('routine.signature') }}</label>
      <select :id="`${id}-signature`" v-model="values.signature" class="field">
        <option :value="null">{{ t('routineEditor.usualSignature') }}</option>
        <option v-for="one in account.settings!.signatures" :key="one.id" :value="one.id">{{ one.name }}</option>
        <option value="">{{ t('routineEditor.noSignature') }}</option>
      </select>
      <label :for="`${id}-importance`">{{ t('desk.importance') }}</label>
      <select :id="`${id}-importance`" v-model="values.importance" class="field">
        <option value="">{{ t('desk.usualImportance') }}</option>
        <option value="high">{{ t('desk.important') }}</option>
        <option value="low">{{ t('desk.notUrgent') }}</option>
      </select>
    </template>
    <label :for="`${id}-filed`">{{ t('routineEditor.filed') }}</label>
    <div class="line">
      <select :id="`${id}-filed`" v-model="values.filed" class="field">
        <option value="">{{ t('desk.staysWhere') }}</option>
        <option value="archive">{{ t('desk.goesToArchive') }}</option>
        <option value="trash">{{ t('desk.goesToTrash') }}</option>
      </select>
      <label class="check small"><input v-model="values.done" type="checkbox" /> {{ t('desk.countsAnswered') }}</label>
    </div>
    <label :for="`${id}-again`">{{ t('routineEditor.againIn') }}</label>
    <div class="line">
      <input :id="`${id}-again`" v-model.number="values.againIn" type="number" min="0" max="365" class="field days" />
      <span class="small soft">{{ t('routineEditor.workingDays') }}</span>
      <template v-if="values.againIn">
        <label :for="`${id}-why`" class="small">{{ t('again.why') }}</label>
        <input :id="`${id}-why`" v-model="values.why" class="field" maxlength="300" />
      </template>
    </div>
    <p class="says" role="status">{{ t('routineEditor.will', { says: routines.sentenceOf(input) }) }}</p>
    <footer class="foot">
      <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
      <el-button type="primary" native-type="submit" :loading="busy">{{ t('routineEditor.keep') }}</el-button>
    </footer>
  </form>
</template>

<style scoped>
.routine {
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  align-items: center;
  gap: var(--s2);
  padding: var(--s3);
  background: var(--ground-deep);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.notice,
.says,
.foot {
  grid-column: 1 / -1;
}

.line {
  display: flex;
  align-items: center;
  gap: var(--s2);
}

.check {
  flex: none;
}

.days {
  width: 84px;
}

.routine :deep(.el-tag) {
  color: var(--ink);
}

.says {
  font: 15px/1.5 var(--serif);
}

.foot {
  display: flex;
  justify-content: flex-end;
  gap: var(--s2);
}

.wrong {
  color: var(--warn);
}
</style>
