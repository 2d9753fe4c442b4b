<script setup lang="ts">
import { Editor, EditorContent } from '@tiptap/vue-3';
import { Plus } from 'lucide-vue-next';
import type { SessionInfo } from '#shared/types/wire';
import { settingsSchema, type Settings } from '#shared/schemas/settings';
import { letterExtensions } from '~/editor/extensions';
import { useAccountStore } from '~/stores/account';
import type { DocJson } from '../../core/note/schema';

useHead({ title: 'Settings · Jar Note' });

const account = useAccountStore();
const copy = (): Settings => structuredClone(toRaw(account.settings!));
const values = reactive<Settings>(copy());
const { fields, problem, code, busy, submit, follow } = useForm(settingsSchema);
follow(values);
const saved = ref(false);

// What was changed and not saved is written down in this browser, and is here again when one comes back.
const journalKey = `jar-note:${account.account!.id}:settings`;
const restored = ref(false);
const isChanged = () => JSON.stringify(values) !== JSON.stringify(account.settings);
try {
  const journal = JSON.parse(localStorage.getItem(journalKey) ?? 'null') as Settings | null;
  if (journal && JSON.stringify(journal) !== JSON.stringify(values)) {
    Object.assign(values, journal);
    restored.value = true;
  }
} catch {
  // A journal that cannot be read holds nothing.
}
watch(values, () => {
  if (isChanged()) localStorage.setItem(journalKey, JSON.stringify(values));
  else localStorage.removeItem(journalKey);
});
function takeBack() {
  localStorage.removeItem(journalKey);
  Object.assign(values, copy());
  signature.commands.setContent(values.signature, { emitUpdate: false });
  restored.value = false;
}

const signature = markRaw(
  new Editor({
    content: values.signature,
    extensions: letterExtensions(),
    editorProps: {
      attributes: { class: 'letter', role: 'textbox', 'aria-multiline': 'true', 'aria-label': 'Signature' },
    },
    onUpdate: ({ editor }) => {
      values.signature = editor.getJSON() as DocJson;
      saved.value = false;
    },
  }),
);
onBeforeUnmount(() => signature.destroy());

const sessions = shallowRef<SessionInfo[]>([]);
const readSessions = async () => (sessions.value = await api<SessionInfo[]>('/sessions').catch(() => []));
onMounted(readSessions);
async function endSession(id: string) {
  try {
    await api(`/sessions/${id}`, { method: 'DELETE' });
  } catch (error) {
    problem.value = messageOf(error);
  }
  await readSessions();
}
async function endOthers() {
  try {
    await api('/sessions', { method: 'DELETE' });
  } catch (error) {
    problem.value = messageOf(error);
  }
  await readSessions();
}
const sessionTime = (at: number) => when(at, account.settings!.locale, account.settings!.timeZone);
/** What a browser calls itself, as far as people know it by. */
function browserName(said: string): string {
  const system = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(said)?.[0].replace('Mac OS X', 'macOS') ?? '';
  const kind = /Mobile|Android|iPhone/.test(said) ? 'A telephone' : 'A browser';
  return system ? `${kind} on ${system}` : kind;
}

/** 5 January 2026 was a Monday. */
const weekdays = Array.from({ length: 7 }, (_, i) =>
  new Intl.DateTimeFormat('en', { weekday: 'short', timeZone: 'UTC' }).format(Date.UTC(2026, 0, 5 + i)),
);
const zones = Intl.supportedValuesOf('timeZone');
const { store: theme } = useColorMode();
const themes = [
  { value: 'auto', label: 'As this computer is set' },
  { value: 'light', label: 'Light' },
  { value: 'dark', label: 'Dark' },
];

const sample = computed(() => {
  try {
    return new Intl.DateTimeFormat(values.locale, {
      dateStyle: 'full',
      timeStyle: 'short',
      timeZone: values.timeZone,
    }).format(Date.now());
  } catch {
    return '';
  }
});

async function save() {
  saved.value = await submit(values, async (valid) => {
    await account.saveSettings(valid as Settings);
    Object.assign(values, copy());
    localStorage.removeItem(journalKey);
    restored.value = false;
  });
  if (saved.value) return;
  // What is wrong may stand far from the button.
  await nextTick();
  const first = document.querySelector<HTMLElement>('.settings .is-error input, .settings .wrong');
  first?.scrollIntoView({ block: 'center' });
  first?.focus();
}
const wrong = computed(() => Object.values(fields.value).find(Boolean) ?? '');

function takeNewer() {
  void account.load().then(async () => {
    account.settings = await api<Settings>('/settings');
    Object.assign(values, copy());
    signature.commands.setContent(values.signature, { emitUpdate: false });
    problem.value = '';
  });
}
const isStale = computed(() => code.value === 'stale');
</script>

<template>
  <div class="settings">
    <h1 class="title">Settings</h1>
    <el-form label-position="top" class="form" novalidate @submit.prevent="save">
      <p v-if="problem" class="notice bad" role="alert">
        {{ problem }}
        <button v-if="isStale" type="button" class="text-button" @click="takeNewer">Show the newer page</button>
      </p>

      <p v-if="restored" class="notice" role="status">
        You changed settings here and did not save them.
        <button type="button" class="text-button" @click="takeBack">Take the changes back</button>
      </p>

      <section aria-labelledby="s-you">
        <h2 id="s-you">You</h2>
        <div class="columns">
          <el-form-item label="Your name, as clients know you" :error="fields.name" for="s-name"
            ><el-input id="s-name" v-model="values.name" @input="saved = false"
          /></el-form-item>
          <el-form-item label="Your address" for="s-address"
            ><el-input id="s-address" :model-value="account.account!.address" disabled
          /></el-form-item>
        </div>
      </section>

      <section aria-labelledby="s-fields">
        <h2 id="s-fields">Fields of yours</h2>
        <p class="soft small">
          Facts about you that notes can hold as blanks: a telephone number, a bank reference, opening hours. Change one
          here, and every note uses the new one.
        </p>
        <div v-for="(field, i) in values.fields" :key="i" class="field">
          <div>
            <el-input
              v-model="field.name"
              :aria-label="`Name of field ${i + 1}`"
              placeholder="Name"
              @input="saved = false"
            />
            <p v-if="fields[`fields[${i}].name`]" class="small wrong" role="alert">{{ fields[`fields[${i}].name`] }}</p>
          </div>
          <el-input
            v-model="field.value"
            :aria-label="`Value of ${field.name || `field ${i + 1}`}`"
            placeholder="Value"
            @input="saved = false"
          />
          <button type="button" class="text-button" @click="values.fields.splice(i, 1)">Remove</button>
        </div>
        <p v-if="fields.fields" class="small wrong" role="alert">{{ fields.fields }}</p>
        <button type="button" class="text-button" @click="values.fields.push({ name: '', value: '' })">
          <Plus :size="14" aria-hidden="true" />Add a field
        </button>
      </section>

      <section aria-labelledby="s-signature">
        <h2 id="s-signature">Signature</h2>
        <p class="soft small">
          Stands once under every message. A note that ends with the same lines is put in without them.
        </p>
        <FormatBar :editor="signature" />
        <div class="sheet" @mousedown.self.prevent="signature.commands.focus('end')">
          <EditorContent :editor="signature" />
        </div>
      </section>

      <section aria-labelledby="s-limits">
        <h2 id="s-limits">Pictures and attachments</h2>
        <p class="soft small">
          A larger picture is offered scaled down when it is put in; a larger attachment is not taken. A message carries
          25 MB in all.
        </p>
        <div class="columns">
          <el-form-item label="A picture in a text, at most (kB)" :error="fields.pictureLimit" for="s-picture"
            ><el-input-number
              id="s-picture"
              :model-value="Math.round(values.pictureLimit / 1000)"
              :min="50"
              :max="10000"
              :step="100"
              controls-position="right"
              @update:model-value="(kb) => ((values.pictureLimit = (kb ?? 1000) * 1000), (saved = false))"
          /></el-form-item>
          <el-form-item label="An attachment, at most (MB)" :error="fields.attachmentLimit" for="s-attachment"
            ><el-input-number
              id="s-attachment"
              :model-value="values.attachmentLimit / 1_000_000"
              :min="0.1"
              :max="25"
              :step="1"
              controls-position="right"
              @update:model-value="
                (mb) => ((values.attachmentLimit = Math.round((mb ?? 10) * 1_000_000)), (saved = false))
              "
          /></el-form-item>
        </div>
      </section>

      <section aria-labelledby="s-region">
        <h2 id="s-region">Dates and numbers</h2>
        <div class="columns">
          <el-form-item label="Language and region" :error="fields.locale" for="s-locale"
            ><el-input id="s-locale" v-model="values.locale" placeholder="en-GB" @input="saved = false"
          /></el-form-item>
          <el-form-item label="Time zone" :error="fields.timeZone" for="s-zone">
            <el-select id="s-zone" v-model="values.timeZone" filterable aria-label="Time zone" @change="saved = false"
              ><el-option v-for="zone in zones" :key="zone" :value="zone" :label="zone"
            /></el-select>
          </el-form-item>
        </div>
        <div class="columns">
          <el-form-item label="Currency" :error="fields.currency" for="s-currency"
            ><el-input id="s-currency" v-model="values.currency" maxlength="3" placeholder="EUR" @input="saved = false"
          /></el-form-item>
          <el-form-item label="Days of the week you do not work">
            <el-checkbox-group v-model="values.weekdaysOff" class="weekdays" @change="saved = false">
              <el-checkbox v-for="(name, i) in weekdays" :key="i" :value="i + 1" :label="name" />
            </el-checkbox-group>
          </el-form-item>
        </div>
        <p class="soft small">
          {{ sample ? `Now reads: ${sample}` : 'A language and region is written like en-GB, de-AT or pt-BR.' }}
        </p>
      </section>

      <section aria-labelledby="s-off">
        <h2 id="s-off">Days off</h2>
        <p class="soft small">Holidays and days away. A date reckoned in working days passes over them.</p>
        <div v-for="(off, i) in values.daysOff" :key="i" class="field off">
          <div>
            <input
              v-model="off.day"
              class="field"
              type="date"
              :aria-label="`Day off ${i + 1}`"
              @input="saved = false"
            />
            <p v-if="fields[`daysOff[${i}].day`]" class="small wrong" role="alert">{{ fields[`daysOff[${i}].day`] }}</p>
          </div>
          <el-input
            v-model="off.name"
            :aria-label="`Name of day off ${i + 1}`"
            placeholder="what it is"
            @input="saved = false"
          />
          <button type="button" class="text-button" @click="values.daysOff.splice(i, 1)">Remove</button>
        </div>
        <button type="button" class="text-button" @click="values.daysOff.push({ day: '', name: '' })">
          <Plus :size="14" aria-hidden="true" />Add a day off
        </button>
      </section>

      <section aria-labelledby="s-sessions">
        <h2 id="s-sessions">Signed in</h2>
        <p class="soft small">The browsers that are signed in to this account.</p>
        <ul class="sessions">
          <li v-for="one in sessions" :key="one.id">
            <span>{{ browserName(one.browser) }}</span>
            <span class="soft small"
              >{{ one.current ? 'this browser' : `last used ${sessionTime(one.seenAt)}` }}, since
              {{ sessionTime(one.createdAt) }}</span
            >
            <button v-if="!one.current" type="button" class="text-button" @click="endSession(one.id)">Sign out</button>
          </li>
        </ul>
        <button v-if="sessions.length > 1" type="button" class="text-button" @click="endOthers">
          Sign out everywhere else
        </button>
      </section>

      <section aria-labelledby="s-light">
        <h2 id="s-light">Light</h2>
        <el-radio-group v-model="theme" aria-label="Light">
          <el-radio v-for="choice in themes" :key="choice.value" :value="choice.value">{{ choice.label }}</el-radio>
        </el-radio-group>
      </section>

      <footer class="foot">
        <span v-if="saved" class="soft" role="status">Saved.</span>
        <span v-else-if="wrong" class="wrong" role="alert">Not saved: {{ wrong }}</span>
        <el-button type="primary" native-type="submit" :loading="busy">Save</el-button>
      </footer>
    </el-form>
  </div>
</template>

<style scoped>
.settings {
  max-width: 760px;
  margin: 0 auto;
  padding: var(--s4) var(--s4) 0;
}

.title {
  font: 600 22px var(--serif);
}

h2 {
  font-weight: 600;
  font-size: 15px;
  margin-bottom: var(--s2);
}

section {
  padding: var(--s4) 0;
  border-bottom: 1px solid var(--rule);
}

.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s4);
}

.columns :deep(.el-form-item) {
  margin-bottom: var(--s2);
}

.field {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr) auto;
  gap: var(--s2);
  margin: var(--s2) 0;
}

.sessions {
  list-style: none;
  margin: 0 0 var(--s2);
  padding: 0;
}

.sessions li {
  display: flex;
  align-items: baseline;
  gap: var(--s3);
}

.weekdays {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s2);
}

.weekdays :deep(.el-checkbox__label) {
  padding-left: 4px;
}

.weekdays :deep(.el-checkbox) {
  margin: 0;
}

.sheet {
  margin-top: var(--s1);
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  cursor: text;
}

.wrong {
  color: var(--warn);
}

.foot {
  position: sticky;
  bottom: 0;
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: var(--s3);
  padding: var(--s3) 0;
  background: var(--ground);
}
</style>
