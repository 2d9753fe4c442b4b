<script setup lang="ts">
import { CalendarClock, Megaphone, Send, Trash2 } from 'lucide-vue-next';
import type { HandsPage, HandsReply, HandsRow } from '#shared/types/hands';
import type { DocJson } from '#core/note/schema';
import { dayAt, type Day } from '#core/calendar/day';
import { inviteDoc } from '#core/hands/invite';
import { tally } from '#core/hands/tally';
import { useAccountStore } from '~/stores/account';

/** One show of hands: who chose what, what is to be confirmed, who has not answered, and what is written to them. */
const props = defineProps<{ hands: HandsPage }>();
const emit = defineEmits<{ replaced: [page: HandsPage]; changed: [row: HandsRow]; remove: [] }>();

const { account, settings } = useAccountStore();
const dayOf = (at: number) => dayAt(at, settings!.timeZone);
const today = dayOf(Date.now());
const problem = ref('');
const count = computed(() =>
  tally(
    props.hands.options.length,
    props.hands.people.map(({ key }) => key),
    props.hands.answers,
    props.hands.lastDay,
    dayOf,
  ),
);
const people = computed(() => [
  ...props.hands.people.map((one) => ({ ...one, asked: true })),
  ...props.hands.others.map((one) => ({ ...one, asked: false, alone: true })),
]);
const nameOf = (key: string) => {
  const one = people.value.find((other) => other.key === key);
  return one ? one.name || one.address : key;
};
const namesOf = (keys: string[]) =>
  keys
    .map(nameOf)
    .sort((a, b) => a.localeCompare(b))
    .join(', ');
const optionNames = (numbers: number[]) =>
  numbers.length ? numbers.map((number) => props.hands.options[number - 1]).join(', ') : t('hands.noneOfThem');
const counts = computed(() => count.value.options.map((who) => who.length));
const answered = computed(() => props.hands.people.filter(({ key }) => settled.value.has(key)).length);
/** The answer that counts for each person. */
const settled = computed(() => {
  const latest = new Map<string, HandsReply>();
  for (const reply of props.hands.answers)
    if (reply.state === 'sure' || reply.state === 'confirmed') latest.set(reply.person, reply);
  return latest;
});
const open = computed(() => props.hands.people.filter(({ key }) => count.value.open.includes(key)));
const isOver = computed(() => Boolean(props.hands.lastDay) && today > props.hands.lastDay!);
const on = (at: number) => when(at, settings!.locale, settings!.timeZone, false);

async function ask(path: string, method: 'POST' | 'PUT', body: object) {
  problem.value = '';
  try {
    emit('replaced', await api<HandsPage>(`/hands/${props.hands.id}${path}`, { method, body }));
  } catch (error) {
    problem.value = messageOf(error);
  }
}
const judge = ({ id }: { id: string }, state: 'confirmed' | 'rejected', options: number[]) =>
  ask(`/answers/${id}`, 'PUT', { state, options });
const put = (address: string, options: number[]) => ask('/answers', 'POST', { address, options });

/** What an answer is taken as, where the user puts it right, by its id or whose it is. */
const meant = reactive<Record<string, number[]>>({});
const meantBy = (id: string, options: number[] = []) =>
  meant[id] ?? (props.hands.several ? options : options.slice(0, 1));
function turn(id: string, number: number, options?: number[]) {
  const now = meantBy(id, options);
  if (!props.hands.several) meant[id] = [number];
  else meant[id] = now.includes(number) ? now.filter((one) => one !== number) : [...now, number].sort((a, b) => a - b);
}

// Writing to them

const paragraph = (text = ''): DocJson =>
  ({ type: 'paragraph', ...(text && { content: [{ type: 'text', text }] }) }) as DocJson;
async function write(key: 'reminder' | 'result', to: typeof open.value, content: DocJson[]) {
  problem.value = '';
  const boxes = to.map(({ name, address }) => ({ name, address }));
  // Whoever was asked by a letter of their own does not learn who else was.
  const together = boxes.length === 1 || to.every(({ alone }) => !alone);
  try {
    await beginLetter({
      ...(together ? { to: boxes } : { bcc: boxes }),
      subject: t(`hands.letter.${key}`, { question: props.hands.question }),
      body: { type: 'doc', content },
    });
  } catch (error) {
    problem.value = messageOf(error);
  }
}
function remind() {
  const { several, lastDay } = props.hands;
  const how = t(several ? 'hands.letter.howSeveral' : 'hands.letter.how');
  const until = lastDay && !isOver.value ? t('hands.letter.until', { day: onDay(lastDay) }) : '';
  const again = inviteDoc(props.hands, account!.address, { how, until }).content ?? [];
  return write('reminder', open.value, [paragraph(t('hands.letter.reminderText')), paragraph(), ...again]);
}
function result() {
  const lines = props.hands.options.map((option, i) => {
    const who = count.value.options[i]!;
    return t('hands.letter.resultLine', { option, count: who.length, names: namesOf(who) });
  });
  if (count.value.none.length) lines.push(t('hands.letter.resultNone', { names: namesOf(count.value.none) }));
  const items = lines.map((line): DocJson => ({ type: 'listItem', content: [paragraph(line)] }));
  return write('result', props.hands.people, [
    paragraph(t('hands.letter.resultLead', { question: props.hands.question })),
    { type: 'bulletList', content: items },
    ...(count.value.leading.length
      ? [paragraph(t('hands.letter.resultBest', { options: optionNames(count.value.leading) }))]
      : []),
  ]);
}

const changesDay = ref(false);
const day = ref<Day | null>(props.hands.lastDay);
async function saveDay() {
  problem.value = '';
  try {
    const body = { version: props.hands.version, lastDay: day.value, deleted: false };
    emit('changed', await api<HandsRow>(`/hands/${props.hands.id}`, { method: 'PUT', body }));
    changesDay.value = false;
  } catch (error) {
    problem.value = messageOf(error);
  }
}
</script>

<template>
  <article class="hands" :aria-label="hands.question">
    <header class="head">
      <div>
        <h2 class="title" dir="auto">{{ hands.question }}</h2>
        <p class="small soft">
          {{ t('hands.answered', { count: answered, asked: hands.people.length }) }}
          <template v-if="hands.lastDay">
            · {{ t(isOver ? 'hands.over' : 'hands.untilLong', { day: onDay(hands.lastDay) }) }}</template
          >
        </p>
      </div>
      <div class="acts">
        <button type="button" class="text-button" @click="result">
          <Megaphone :size="14" aria-hidden="true" />{{ t('hands.result') }}
        </button>
        <button type="button" class="text-button" :aria-expanded="changesDay" @click="changesDay = !changesDay">
          <CalendarClock :size="14" aria-hidden="true" />{{ t('hands.changeLastDay') }}
        </button>
        <button type="button" class="text-button" @click="emit('remove')">
          <Trash2 :size="14" aria-hidden="true" />{{ t('common.delete') }}
        </button>
      </div>
    </header>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <form v-if="changesDay" class="beside" @submit.prevent="saveDay">
      <LastDay v-model="day" />
      <el-button native-type="submit">{{ t('hands.save') }}</el-button>
    </form>

    <div class="columns">
      <div>
        <LazyHandsChart :options="hands.options" :counts="counts" :leading="count.leading" />
        <section v-if="open.length" :aria-label="t('hands.notYet')" class="open">
          <h3>{{ t('hands.notYet') }}</h3>
          <p dir="auto">{{ open.map(({ name, address }) => name || address).join(', ') }}</p>
          <el-button type="primary" @click="remind">
            <Send :size="14" aria-hidden="true" />&nbsp;{{ t('hands.remind') }}
          </el-button>
        </section>
        <p v-else-if="hands.people.length && !count.proposed.length" class="soft">{{ t('hands.everybody') }}</p>
      </div>

      <div class="right">
        <section v-if="count.proposed.length" class="proposed" :aria-label="t('hands.proposed')">
          <h3>{{ t('hands.proposed') }}</h3>
          <p class="small soft">{{ t('hands.proposedAbout') }}</p>
          <fieldset v-for="one in count.proposed" :key="one.id">
            <legend dir="auto">{{ t('hands.means', { name: nameOf(one.person) }) }}</legend>
            <label v-for="(option, i) in hands.options" :key="i">
              <input
                :type="hands.several ? 'checkbox' : 'radio'"
                :name="one.id"
                :checked="meantBy(one.id, one.options).includes(i + 1)"
                @change="turn(one.id, i + 1, one.options)"
              />
              {{ option }}
            </label>
            <span class="acts">
              <button
                type="button"
                class="text-button small"
                @click="judge(one, 'confirmed', meantBy(one.id, one.options))"
              >
                {{ t('hands.yes') }}
              </button>
              <button type="button" class="text-button small" @click="judge(one, 'rejected', [])">
                {{ t('hands.noAnswer') }}
              </button>
              <NuxtLink
                v-if="(one as HandsReply).messageId"
                class="small"
                :to="{ path: '/', query: { message: (one as HandsReply).messageId } }"
                >{{ t('hands.see') }}</NuxtLink
              >
            </span>
          </fieldset>
        </section>
        <h3>{{ t('hands.answers') }}</h3>
        <table>
          <thead>
            <tr>
              <th scope="col">{{ t('hands.who') }}</th>
              <th scope="col">{{ t('hands.choice') }}</th>
              <th scope="col">{{ t('hands.when') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in people" :key="one.key">
              <th scope="row" dir="auto" :title="one.address">
                {{ one.name || one.address }}
                <span v-if="!one.asked" class="small soft">{{ t('hands.notAsked') }}</span>
              </th>
              <td dir="auto">
                <template v-if="settled.get(one.key)">{{ optionNames(settled.get(one.key)!.options) }}</template>
                <select
                  v-else-if="!hands.several"
                  class="field small"
                  :aria-label="t('hands.sayFor', { name: one.name || one.address })"
                  @change="
                    (event) => put(one.address, [Number((event.target as HTMLSelectElement).value)].filter(Boolean))
                  "
                >
                  <option value="" selected disabled>{{ t('hands.noChoice') }}</option>
                  <option v-for="(option, i) in hands.options" :key="i" :value="i + 1">{{ option }}</option>
                  <option value="0">{{ t('hands.noneOfThem') }}</option>
                </select>
                <details v-else>
                  <summary class="small">{{ t('hands.sayForAbout') }}</summary>
                  <label v-for="(option, i) in hands.options" :key="i" class="choice">
                    <input type="checkbox" :checked="meantBy(one.key).includes(i + 1)" @change="turn(one.key, i + 1)" />
                    {{ option }}
                  </label>
                  <button type="button" class="text-button small" @click="put(one.address, meantBy(one.key))">
                    {{ t('hands.yes') }}
                  </button>
                </details>
              </td>
              <td class="small soft at">
                <template v-if="settled.get(one.key)">
                  <NuxtLink
                    v-if="settled.get(one.key)!.messageId"
                    :to="{ path: '/', query: { message: settled.get(one.key)!.messageId } }"
                    >{{ on(settled.get(one.key)!.at) }}</NuxtLink
                  >
                  <template v-else>{{ on(settled.get(one.key)!.at) }}, {{ t('hands.byHand') }}</template>
                  <template v-if="count.late.includes(one.key)">, {{ t('hands.late') }}</template>
                </template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </article>
</template>

<style scoped>
.hands {
  display: flex;
  flex-direction: column;
  gap: var(--s3);
  min-height: 0;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: var(--s4);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--s2);
}

.title {
  font: 600 var(--text-title) / 1.3 var(--serif);
  overflow-wrap: anywhere;
}

.columns {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(320px, 1fr) minmax(0, 1fr);
  gap: var(--s5);
  align-content: start;
  padding-bottom: var(--s5);
}

h3 {
  font: 600 16px var(--serif);
  margin-bottom: var(--s1);
}

.open {
  display: grid;
  justify-items: start;
  gap: var(--s2);
}

.right {
  display: grid;
  gap: var(--s2);
  align-content: start;
}

.proposed {
  display: grid;
  gap: var(--s2);
  padding: var(--s3) var(--s4);
  background: var(--apricot-wash);
  border-radius: var(--radius);
}

fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}

legend {
  padding: 0;
  font-weight: 600;
}

table {
  border-collapse: collapse;
}

th,
td {
  padding: 5px var(--s3) 5px 0;
  text-align: start;
  vertical-align: baseline;
  border-bottom: 1px solid var(--rule);
}

thead th {
  font-weight: 600;
}

tbody th {
  font-weight: 400;
}

.at {
  white-space: nowrap;
}

.choice {
  display: block;
}
</style>
