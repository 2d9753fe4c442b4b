<script setup lang="ts">
import type { TimeBack } from '#shared/types/timeBack';
import type { Day } from '#core/calendar/day';
import { formatDay } from '#core/calendar/format';
import { hoursAndMinutes, secondsSaved, typingSpeed, WORD } from '#core/time/rule';
import { timeTable } from '#core/time/table';
import { useAccountStore } from '~/stores/account';
import { useShelvesStore } from '~/stores/shelves';

useHead({ title: t('timeBack.pageTitle') });

const account = useAccountStore();
const shelves = useShelvesStore();
// A file dropped here goes nowhere, instead of taking the place of the application.
useFileDrop(
  () => {},
  () => false,
);
const weeks = ref(12);
const data = shallowRef<TimeBack | null>(null);
const problem = ref('');
async function read() {
  const asked = weeks.value;
  try {
    const [found] = await Promise.all([
      api<TimeBack>('/time-back', { query: { weeks: asked } }),
      shelves.load().catch(() => {}),
    ]);
    if (asked === weeks.value) data.value = found;
    problem.value = '';
  } catch (error) {
    problem.value = messageOf(error);
  }
}
watch(weeks, read, { immediate: true });

const rule = computed(() => account.settings!.timeRule);
const speed = computed(() => typingSpeed(rule.value, data.value?.typing ?? { characters: 0, milliseconds: 0 }));
type Counts = { uses: number; characters: number };
const minutes = (counts: Counts) => secondsSaved(counts, speed.value.wordsPerMinute, rule.value) / 60;
const sum = (all: Counts[]): Counts =>
  all.reduce((a, b) => ({ uses: a.uses + b.uses, characters: a.characters + b.characters }), {
    uses: 0,
    characters: 0,
  });

/** Minutes as they are said. */
function time(count: number): string {
  const said = hoursAndMinutes(count);
  return said.hours
    ? t('timeBack.hours', { hours: said.hours, minutes: Math.abs(said.minutes) })
    : t('timeBack.minutes', { count: said.minutes });
}
/** How long somebody waited, in the unit that fits. */
function wait(milliseconds: number | null): string {
  if (milliseconds === null) return '–';
  const hours = milliseconds / 3_600_000;
  return hours < 48 ? time(milliseconds / 60_000) : t('timeBack.days', { count: Math.round(hours / 24) });
}
const dated = (day: Day) => formatDay(day, { style: 'short', weekday: false, pattern: '' }, account.settings!.locale);
const short = (day: Day) =>
  new Intl.DateTimeFormat(account.settings!.locale, { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(
    Date.parse(day),
  );

const all = computed(() => sum(data.value?.weeks ?? []));
const cost = computed(() => (data.value?.weeks ?? []).reduce((total, { library }) => total + library, 0));
const saved = computed(() => minutes(all.value));
const isEmpty = computed(() => !all.value.uses && cost.value < 1 && !data.value?.weeks.some(({ answers }) => answers));
const typed = computed(() => all.value.characters / WORD / speed.value.wordsPerMinute || 0);
const named = computed(() => ({
  uses: all.value.uses,
  characters: all.value.characters,
  count: WORD,
  speed: Math.round(speed.value.wordsPerMinute),
}));

const row = ({ name, ...counts }: Counts & { name: string }) => ({ name, ...counts, minutes: time(minutes(counts)) });
const byNote = computed(() =>
  (data.value?.notes ?? []).map(({ name, uses, characters }) =>
    row({ name: name || t('timeBack.gone'), uses, characters }),
  ),
);
const byShelf = computed(() => {
  const found = new Map<string, Counts>();
  for (const { shelfId, id, ...counts } of data.value?.notes ?? []) {
    const name = id ? shelves.path(shelfId).join(' / ') || t('timeBack.noShelf') : t('timeBack.gone');
    found.set(name, sum([found.get(name) ?? { uses: 0, characters: 0 }, counts]));
  }
  return [...found].map(([name, counts]) => row({ name, ...counts })).sort((a, b) => b.characters - a.characters);
});
const byPerson = computed(() =>
  (data.value?.people ?? []).map(({ name, address, uses, characters }) =>
    row({ name: name || address, uses, characters }),
  ),
);

const savedChart = computed(() => {
  const found = data.value?.weeks ?? [];
  const part = (week: (typeof found)[number]) =>
    t('timeBack.chartPart', { day: short(week.monday), saved: time(minutes(week)), cost: time(week.library) });
  return {
    weeks: found.map(({ monday }) => short(monday)),
    said: t('timeBack.chart', { said: found.map(part).join('; ') }),
    series: [
      {
        name: t('timeBack.minutesSaved'),
        colour: '--green' as const,
        data: found.map((week) => Math.round(minutes(week))),
      },
      {
        name: t('timeBack.minutesCost'),
        colour: '--apricot' as const,
        data: found.map(({ library }) => Math.round(library)),
      },
    ],
  };
});
const hours = (milliseconds: number | null) => (milliseconds === null ? null : Math.round(milliseconds / 360_000) / 10);
const answersChart = computed(() => {
  const found = data.value?.weeks ?? [];
  const answered = found.filter(({ answers }) => answers);
  const part = (week: (typeof found)[number]) =>
    t('timeBack.answersPart', { day: short(week.monday), median: wait(week.median), worst: wait(week.worstTenth) });
  return {
    weeks: found.map(({ monday }) => short(monday)),
    said: t('timeBack.answersChart', { said: answered.map(part).join('; ') }),
    series: [
      { name: t('timeBack.medianHours'), colour: '--green' as const, data: found.map(({ median }) => hours(median)) },
      {
        name: t('timeBack.worstTenthHours'),
        colour: '--rule-strong' as const,
        data: found.map(({ worstTenth }) => hours(worstTenth)),
      },
    ],
  };
});

function takeOut() {
  const head = [
    t('timeBack.week'),
    t('timeBack.uses'),
    t('timeBack.notTyped'),
    t('timeBack.minutesSaved'),
    t('timeBack.minutesCost'),
    t('timeBack.answered'),
    t('timeBack.median'),
    t('timeBack.worstTenth'),
  ];
  const rows = data.value!.weeks.map((week) => [
    week.monday,
    week.uses,
    week.characters,
    Number(minutes(week).toFixed(1)),
    Number(week.library.toFixed(1)),
    week.answers,
    wait(week.median),
    wait(week.worstTenth),
  ]);
  download('time-back.csv', timeTable(head, rows), 'text/csv;charset=utf-8');
}
</script>

<template>
  <div class="page">
    <header class="head">
      <h1 class="title">{{ t('app.timeBack') }}</h1>
      <label class="small"
        >{{ t('timeBack.lastWeeks') }}
        <select v-model.number="weeks" class="field">
          <option v-for="count in [4, 12, 26, 52]" :key="count" :value="count">
            {{ t('timeBack.weeks', { count }) }}
          </option>
        </select>
      </label>
      <button v-if="data" type="button" class="text-button" @click="takeOut">{{ t('timeBack.csv') }}</button>
    </header>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="read">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-if="!account.settings!.knows.includes('time')" class="notice">{{ t('timeBack.isOff') }}</p>
    <p v-if="!data && !problem" class="soft">{{ t('timeBack.loading') }}</p>
    <p v-else-if="data && isEmpty" class="soft">{{ t('timeBack.nothing') }}</p>

    <template v-if="data && !isEmpty">
      <dl class="sums">
        <div>
          <dd>{{ time(saved) }}</dd>
          <dt>{{ t('timeBack.saved') }}</dt>
        </div>
        <div>
          <dd>{{ time(cost) }}</dd>
          <dt>{{ t('timeBack.cost') }}</dt>
        </div>
        <div class="left">
          <dd>{{ time(saved - cost) }}</dd>
          <dt>{{ t('timeBack.left') }}</dt>
        </div>
      </dl>
      <div class="two">
        <section>
          <h2>{{ t('timeBack.working') }}</h2>
          <ol class="steps">
            <li>{{ t('timeBack.step1', { uses: named.uses, characters: named.characters }) }}</li>
            <li>
              {{ t('timeBack.step2', { count: named.count, speed: named.speed, time: time(typed) }) }}
              <template v-if="speed.from === 'measured'">{{
                t('timeBack.speedMeasured', {
                  characters: data.typing.characters,
                  time: time(data.typing.milliseconds / 60_000),
                })
              }}</template>
              <template v-else>{{
                speed.from === 'mean' ? t('timeBack.speedMean') : t('timeBack.speedChosen')
              }}</template>
            </li>
            <li>
              {{
                t('timeBack.step3', {
                  find: rule.find,
                  put: rule.put,
                  uses: named.uses,
                  time: time((named.uses * (rule.find - rule.put)) / 60),
                })
              }}
            </li>
            <li>{{ t('timeBack.step4', { saved: time(saved), cost: time(cost), left: time(saved - cost) }) }}</li>
          </ol>
        </section>
        <section>
          <h2>{{ t('timeBack.rule') }}</h2>
          <RuleForm />
        </section>
      </div>

      <section>
        <h2>{{ t('timeBack.byWeek') }}</h2>
        <LazyWeekChart v-bind="savedChart" />
        <table class="counted">
          <thead>
            <tr>
              <th scope="col">{{ t('timeBack.week') }}</th>
              <th scope="col" class="figure">{{ t('timeBack.uses') }}</th>
              <th scope="col" class="figure">{{ t('timeBack.notTyped') }}</th>
              <th scope="col" class="figure">{{ t('timeBack.minutesSaved') }}</th>
              <th scope="col" class="figure">{{ t('timeBack.minutesCost') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="week in data.weeks" :key="week.monday">
              <th scope="row">{{ dated(week.monday) }}</th>
              <td class="figure">{{ week.uses.toLocaleString() }}</td>
              <td class="figure">{{ week.characters.toLocaleString() }}</td>
              <td class="figure">{{ Math.round(minutes(week)) }}</td>
              <td class="figure">{{ Math.round(week.library) }}</td>
            </tr>
          </tbody>
        </table>
      </section>

      <div class="two">
        <CountTable :title="t('timeBack.byNote')" :head="t('timeBack.note')" :rows="byNote" />
        <div>
          <CountTable :title="t('timeBack.byShelf')" :head="t('timeBack.shelf')" :rows="byShelf" />
          <CountTable :title="t('timeBack.byPerson')" :head="t('timeBack.person')" :rows="byPerson" />
        </div>
      </div>

      <section>
        <h2>{{ t('timeBack.answers') }}</h2>
        <p class="small soft">{{ t('timeBack.answersAbout') }}</p>
        <p v-if="!data.weeks.some(({ answers }) => answers)" class="soft">{{ t('timeBack.noAnswers') }}</p>
        <template v-else>
          <LazyWeekChart v-bind="answersChart" />
          <table class="counted">
            <thead>
              <tr>
                <th scope="col">{{ t('timeBack.week') }}</th>
                <th scope="col" class="figure">{{ t('timeBack.answered') }}</th>
                <th scope="col" class="figure">{{ t('timeBack.median') }}</th>
                <th scope="col" class="figure">{{ t('timeBack.worstTenth') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="week in data.weeks" :key="week.monday">
                <th scope="row">{{ dated(week.monday) }}</th>
                <td class="figure">{{ week.answers }}</td>
                <td class="figure">{{ wait(week.median) }}</td>
                <td class="figure">{{ wait(week.worstTenth) }}</td>
              </tr>
            </tbody>
          </table>
        </template>
      </section>
    </template>
  </div>
</template>

<style scoped src="../styles/findings.css"></style>
<style scoped>
.page {
  --page-width: 1080px;
}

.page :deep(h2) {
  font-weight: 600;
  font-size: 15px;
  margin-bottom: var(--s2);
}

.head {
  display: flex;
  align-items: baseline;
  gap: var(--s4);
}

.head .text-button {
  margin-left: auto;
}

.head label {
  display: flex;
  align-items: center;
  gap: var(--s2);
}

.head .field {
  width: 120px;
}

.sums {
  display: flex;
  gap: var(--s6);
  margin: var(--s3) 0 var(--s4);
}

.sums dd {
  margin: 0;
  font: 600 26px var(--serif);
}

.sums dt {
  color: var(--ink-soft);
}

.left dd {
  color: var(--green);
}

.two {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 0 var(--s6);
}

section {
  margin-bottom: var(--s5);
}

.steps {
  padding-left: 1.2em;
  margin: 0;
}

.steps li {
  margin-bottom: var(--s2);
}

.page :deep(.counted) {
  width: 100%;
  border-collapse: collapse;
}

.page :deep(.counted) th,
.page :deep(.counted) td {
  padding: 4px var(--s2) 4px 0;
  border-bottom: 1px solid var(--rule);
  text-align: start;
  font-weight: 400;
}

.page :deep(.counted) thead th {
  color: var(--ink-soft);
  font-size: var(--text-small);
  vertical-align: bottom;
}

.page :deep(.counted) .figure {
  text-align: end;
  font-variant-numeric: tabular-nums;
}
</style>
