<script setup lang="ts">
import { ClipboardPaste, Download, Plus, Search, Undo2 } from 'lucide-vue-next';
import type { LookupInput } from '#shared/schemas/lookup';
import type { Ways } from '#core/lookup/cell';
import { dayAt } from '#core/calendar/day';
import { writeCsv } from '#core/lookup/csv';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';

useHead({ title: t('lookups.pageTitle') });

const account = useAccountStore();
useWorkTime('library');
const lookups = useLookupsStore();
const route = useRoute();

const lookupId = computed(() => String(route.query.lookup ?? ''));
const go = useChoosing();
const choose = (id: string) => go(id ? { lookup: id } : {});

const grid = ref<{ showRow(at: number): void }>();

const bringing = ref(false);
/** Files that a table is to be read from. */
const dropped = shallowRef<FileList | null>(null);
function bring(files: FileList | null = null) {
  dropped.value = files;
  bringing.value = true;
  return choose('');
}
const dropping = useFileDrop(bring);
const find = ref('');
const editing = useLookupEditing(lookupId, {
  onChange() {
    drawn.forget();
    find.value = '';
    if (lookupId.value) bringing.value = false;
  },
  onShown: (id) => drawn.read(id),
  choose,
});
const { open, problem, state, past, problems, change, undo } = editing;
const drawn = useLookupUses(editing);
const { uses, carrying, removing } = drawn;
const { done, add, close, undo: undoDone } = useDone(problem);

const ways = computed<Ways>(() => {
  const { locale, currency, timeZone } = account.settings!;
  return {
    locale,
    currency,
    today: dayAt(Date.now(), timeZone),
    off: daysOffOf(account.settings!),
  };
});

// Making, deleting, handing out

async function make() {
  const taken = new Set(lookups.rows.map(({ name }) => name));
  let n = 1;
  const name = () => (n === 1 ? t('lookups.newLookup') : t('lookups.newLookupNumber', { number: n }));
  while (taken.has(name())) n++;
  await keep({
    name: name(),
    columns: [
      { id: 'c1', name: t('lookups.nameColumn'), type: 'text' },
      { id: 'c2', name: t('lookups.priceColumn'), type: 'money' },
    ],
    keyColumn: 'c1',
    rows: [],
  });
}
const keep = once(async (input: LookupInput) => {
  try {
    const kept = await lookups.keep(input);
    bringing.value = false;
    await choose(kept.id);
    return true;
  } catch (error) {
    problem.value = messageOf(error);
    return false;
  }
});
const remove = () => drawn.removeLookup(removeAll);
async function removeAll() {
  const { id, name } = open.value!;
  try {
    editing.settled();
    await lookups.remove(id);
    open.value = null;
    await choose('');
    add({
      text: t('lookups.isDeleted', { name }),
      async undo() {
        await lookups.restore(id);
        await choose(id);
      },
    });
  } catch (error) {
    problem.value = messageOf(error);
  }
}
function exportCsv() {
  const lookup = open.value!;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([writeCsv(lookup, ways.value)], { type: 'text/csv;charset=utf-8' }));
  link.download = `${lookup.name.replace(/[\\/:*?"<>|]/g, '-')}.csv`;
  link.click();
  URL.revokeObjectURL(link.href);
}
function names(list: string[]): string {
  const shown = list
    .slice(0, 3)
    .map((name) => `“${name}”`)
    .join(', ');
  return list.length > 3 ? t('lookups.andMore', { list: shown, more: list.length - 3 }) : shown;
}
</script>

<template>
  <div class="lookups">
    <h1 class="visually-hidden">{{ t('common.lookups') }}</h1>
    <nav class="list" :aria-label="t('lookups.yourLookups')">
      <header class="head">
        <button type="button" class="text-button" @click="make">
          <Plus :size="14" aria-hidden="true" />{{ t('lookups.newLookup') }}
        </button>
        <button type="button" class="text-button" @click="bring()">
          <ClipboardPaste :size="14" aria-hidden="true" />{{ t('lookups.fromTable') }}
        </button>
      </header>
      <p v-if="lookups.state === 'loading'" class="soft">{{ t('lookups.fetchingYourLookups') }}</p>
      <p v-else-if="lookups.state === 'failed'" class="notice bad" role="alert">
        {{ lookups.problem }}
        <button type="button" class="text-button" @click="lookups.load(true)">{{ t('common.tryAgain') }}</button>
      </p>
      <DoneBar :done="done" @undo="undoDone" @close="close" />
      <button
        v-for="row in lookups.rows"
        :key="row.id"
        type="button"
        class="plain-button lookup"
        :class="{ current: row.id === open?.id }"
        :aria-current="row.id === open?.id || undefined"
        @click="choose(row.id)"
      >
        <span class="title">{{ row.name }}</span>
        <span class="small soft">{{ t('lookups.rowCount', { count: row.rowCount }) }}</span>
      </button>
    </nav>

    <div class="table">
      <BringTable v-if="bringing" :files="dropped" :ways="ways" :keep="keep" @close="bringing = false" />
      <template v-else-if="open">
        <header class="head">
          <HeldInput
            class="field title-field"
            :aria-label="t('lookups.nameOfLookup')"
            maxlength="100"
            :value="open.name"
            @change="(name) => change({ name: name.trim() || open!.name })"
          />
          <el-input
            v-model="find"
            :placeholder="t('lookups.findRow')"
            :aria-label="t('lookups.findRow')"
            clearable
            class="find"
          >
            <template #prefix><Search :size="14" aria-hidden="true" /></template>
          </el-input>
          <span class="gap" />
          <button type="button" class="text-button" :disabled="!past.length" @click="undo">
            <Undo2 :size="14" aria-hidden="true" />{{ t('common.undo') }}
          </button>
          <button type="button" class="text-button" @click="exportCsv">
            <Download :size="14" aria-hidden="true" />{{ t('lookups.exportCSV') }}
          </button>
          <button type="button" class="text-button" @click="remove">{{ t('common.delete') }}</button>
        </header>
        <p v-if="problem" class="notice bad" role="alert">
          {{ problem }}
          <template v-if="state === 'conflict'">
            <button type="button" class="text-button" @click="editing.keepMine">{{ t('common.keepMine') }}</button>
            <button type="button" class="text-button" @click="editing.takeNewer">{{ t('common.takeOtherOne') }}</button>
          </template>
        </p>
        <p v-if="editing.restored.value" class="notice" role="status">{{ t('lookups.unsavedBack') }}</p>
        <p v-if="carrying" class="notice" role="status">
          {{
            t('lookups.namesRow', {
              notes: names(carrying.notes),
              key: carrying.from,
              count: carrying.notes.length,
            })
          }}
          <button type="button" class="text-button" @click="drawn.carry">
            {{ t('lookups.carryKey', { to: carrying.to }) }}
          </button>
          <button type="button" class="text-button" @click="carrying = null">{{ t('lookups.leaveThem') }}</button>
        </p>
        <p v-if="removing" class="notice" role="status">
          {{
            t('lookups.drawsOn', {
              notes: names(removing.notes),
              what: removing.what,
              count: removing.notes.length,
            })
          }}
          {{ removing.then }}
          <button type="button" class="text-button" @click="removing.act()">{{ t('lookups.removeIt') }}</button>
          <button type="button" class="text-button" @click="removing = null">{{ t('lookups.keepIt') }}</button>
        </p>
        <LookupGrid
          ref="grid"
          :key="open.id"
          :lookup="open"
          :ways="ways"
          :find="find"
          class="sheet"
          @change="change"
          @typed="editing.note"
          @key="drawn.onKey"
          @remove-column="drawn.removeColumn"
          @remove-row="drawn.removeRow"
        />
        <footer class="foot small">
          <template v-if="problems.length">
            <span class="bad" role="status">
              {{
                problems[0]!.kind === 'empty'
                  ? t('lookups.rowHasNoKey')
                  : t('lookups.keyStandsTwice', { key: problems[0]!.key })
              }}
            </span>
            <button type="button" class="text-button small" @click="grid?.showRow(problems[0]!.rows.at(-1)!)">
              {{ t('lookups.showRow', { number: problems[0]!.rows.at(-1)! + 1 }) }}
            </button>
          </template>
          <span v-else class="soft" role="status">{{
            state === 'saved' ? t('common.saved') : t('common.saving')
          }}</span>
          <span class="gap" />
          <span class="soft">{{
            uses.length ? t('lookups.usedIn', { names: names(uses.map(({ name }) => name)) }) : t('lookups.unused')
          }}</span>
        </footer>
      </template>
      <p v-else-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <div v-else-if="lookups.state === 'ready' && !lookups.rows.length" class="soft empty">
        <p>{{ t('lookups.about') }}</p>
        <p>{{ t('lookups.aboutKey') }}</p>
      </div>
      <p v-else-if="lookups.state === 'ready' && !lookupId" class="soft empty">
        {{ t('lookups.chooseLookup') }}
      </p>
    </div>
    <DropHint v-if="dropping">{{ t('lookups.dropHere') }}</DropHint>
  </div>
</template>

<style scoped>
.lookups {
  height: 100%;
  min-width: 960px;
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
}

.list {
  border-right: 1px solid var(--rule);
  padding: var(--s2) var(--s2);
  overflow-y: auto;
}

.head {
  display: flex;
  align-items: center;
  gap: var(--s2);
  min-height: 40px;
}

.lookup {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  width: 100%;
  padding: var(--s2) var(--s3);
  border-bottom: 1px solid var(--rule);
}

.lookup.current {
  background: var(--sheet);
}

.title {
  font: 15px var(--serif);
}

.table {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
  padding: var(--s2) var(--s4) 0;
}

.title-field {
  width: 220px;
  font: 600 16px var(--serif);
}

.find {
  width: 200px;
}

.gap {
  flex: 1;
}

.sheet {
  flex: 1;
}

.foot {
  display: flex;
  align-items: center;
  gap: var(--s2);
  min-height: 38px;
}

.bad {
  color: var(--warn);
}

.empty {
  padding: var(--s6) var(--s4);
  display: grid;
  gap: var(--s2);
}
</style>
