<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import { settingsSchema, type Settings } from '#shared/schemas/settings';
import { useAccountStore } from '~/stores/account';

useHead({ title: t('settings.pageTitle') });

const account = useAccountStore();
// A file dropped here goes nowhere, instead of taking the place of the application.
useFileDrop(
  () => {},
  () => false,
);
const form = useForm(settingsSchema);
const { fields, problem, code, busy, submit } = form;
/** The editors of signatures are made anew when what they show is not what was typed. */
const signaturesKey = ref(0);
const { values, saved, restored, takeBack, ...editing } = useJournaledForm<Settings>({
  what: 'settings',
  current: () => account.settings!,
  save: (content, base) => submit(content, (valid) => account.saveSettings(valid, base)),
  read: () => api<Settings>('/settings'),
  onShow(next, before) {
    if (JSON.stringify(next.signatures) !== JSON.stringify(before.signatures)) signaturesKey.value++;
  },
});
form.follow(values);
const settle = (keep: 'mine' | 'theirs') =>
  editing.settle(keep).catch((error) => void (problem.value = messageOf(error)));

/** 5 January 2026 was a Monday. */
const weekdays = Array.from({ length: 7 }, (_, i) =>
  new Intl.DateTimeFormat('en', { weekday: 'short', timeZone: 'UTC' }).format(Date.UTC(2026, 0, 5 + i)),
);
const zones = Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone }));
const { store: theme } = useColorMode();
const themes = [
  { value: 'auto', label: t('settings.asComputer') },
  { value: 'light', label: t('settings.light') },
  { value: 'dark', label: t('settings.dark') },
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
  if (await editing.save()) return;
  // What is wrong may stand far from the button.
  await nextTick();
  const first = document.querySelector<HTMLElement>('.form > .bad, .settings .is-error input, .settings .wrong');
  first?.scrollIntoView({ block: 'center' });
  first?.focus();
}
const wrong = computed(() => Object.values(fields.value).find(Boolean) ?? '');

const isStale = computed(() => code.value === 'stale');
</script>

<template>
  <div class="settings">
    <h1 class="title">{{ t('common.settings') }}</h1>
    <MailSettings />
    <el-form label-position="top" class="form" novalidate @submit.prevent="save">
      <p v-if="problem" class="notice bad" role="alert">
        {{ problem }}
        <template v-if="isStale">
          <button type="button" class="text-button" @click="settle('mine')">{{ t('common.keepMine') }}</button>
          <button type="button" class="text-button" @click="settle('theirs')">
            {{ t('common.takeOtherOne') }}
          </button>
        </template>
      </p>

      <p v-if="restored" class="notice" role="status">
        {{ t('settings.unsaved') }}
        <button type="button" class="text-button" @click="takeBack">{{ t('common.takeChangesBack') }}</button>
      </p>

      <section aria-labelledby="s-you">
        <h2 id="s-you">{{ t('settings.you') }}</h2>
        <div class="columns">
          <el-form-item :label="t('common.yourName')" :error="fields.name" for="s-name"
            ><el-input id="s-name" v-model="values.name"
          /></el-form-item>
          <el-form-item :label="t('settings.yourAddress')" for="s-address"
            ><el-input id="s-address" :model-value="account.account!.address" disabled
          /></el-form-item>
        </div>
      </section>

      <section aria-labelledby="s-fields">
        <h2 id="s-fields">{{ t('settings.fieldsOfYours') }}</h2>
        <p class="soft small">
          {{ t('settings.fieldsAbout') }}
        </p>
        <div v-for="(field, i) in values.fields" :key="i" class="pair">
          <div>
            <el-input
              v-model="field.name"
              :aria-label="t('settings.fieldName', { number: i + 1 })"
              :placeholder="t('common.name')"
            />
            <p v-if="fields[`fields[${i}].name`]" class="small wrong" role="alert">{{ fields[`fields[${i}].name`] }}</p>
          </div>
          <el-input
            v-model="field.value"
            :aria-label="t('settings.valueOf', { name: field.name || t('settings.fieldNumber', { number: i + 1 }) })"
            :placeholder="t('settings.value')"
          />
          <button type="button" class="text-button" @click="values.fields.splice(i, 1)">
            {{ t('common.remove') }}
          </button>
        </div>
        <p v-if="fields.fields" class="small wrong" role="alert">{{ fields.fields }}</p>
        <button type="button" class="text-button" @click="values.fields.push({ name: '', value: '' })">
          <Plus :size="14" aria-hidden="true" />{{ t('settings.addField') }}
        </button>
      </section>

      <SignatureSettings :key="signaturesKey" :model-value="values" :fields="fields" />

      <HandSettings :model-value="values" :fields="fields" />

      <LookSettings :model-value="values" />
      <KnowingSettings :model-value="values" />

      <section aria-labelledby="s-limits">
        <h2 id="s-limits">{{ t('settings.picturesAndAttachments') }}</h2>
        <p class="soft small">
          {{ t('settings.limitsAbout') }}
        </p>
        <div class="columns">
          <el-form-item :label="t('settings.pictureLimit')" :error="fields.pictureLimit" for="s-picture"
            ><el-input-number
              id="s-picture"
              :model-value="Math.round(values.pictureLimit / 1000)"
              :min="50"
              :max="10000"
              :step="100"
              controls-position="right"
              @update:model-value="(kb) => (values.pictureLimit = (kb ?? 1000) * 1000)"
          /></el-form-item>
          <el-form-item :label="t('settings.attachmentLimit')" :error="fields.attachmentLimit" for="s-attachment"
            ><el-input-number
              id="s-attachment"
              :model-value="values.attachmentLimit / 1_000_000"
              :min="0.1"
              :max="25"
              :step="1"
              controls-position="right"
              @update:model-value="(mb) => (values.attachmentLimit = Math.round((mb ?? 10) * 1_000_000))"
          /></el-form-item>
        </div>
      </section>

      <section aria-labelledby="s-region">
        <h2 id="s-region">{{ t('settings.datesAndNumbers') }}</h2>
        <div class="columns">
          <el-form-item :label="t('settings.languageAndRegion')" :error="fields.locale" for="s-locale"
            ><el-input id="s-locale" v-model="values.locale" placeholder="en-GB"
          /></el-form-item>
          <el-form-item :label="t('settings.timeZone')" :error="fields.timeZone" for="s-zone">
            <el-select-v2
              id="s-zone"
              v-model="values.timeZone"
              :options="zones"
              filterable
              fit-input-width
              :aria-label="t('settings.timeZone')"
            />
          </el-form-item>
        </div>
        <div class="columns">
          <el-form-item :label="t('common.currency')" :error="fields.currency" for="s-currency"
            ><el-input id="s-currency" v-model="values.currency" maxlength="3" placeholder="EUR"
          /></el-form-item>
          <el-form-item :label="t('settings.weekdaysOff')">
            <el-checkbox-group v-model="values.weekdaysOff" class="weekdays">
              <el-checkbox v-for="(name, i) in weekdays" :key="i" :value="i + 1" :label="name" />
            </el-checkbox-group>
          </el-form-item>
        </div>
        <p class="soft small">
          {{ sample ? t('settings.sampleReads', { sample }) : t('settings.regionHint') }}
        </p>
      </section>

      <section aria-labelledby="s-off">
        <h2 id="s-off">{{ t('settings.daysOff') }}</h2>
        <p class="soft small">{{ t('settings.daysOffAbout') }}</p>
        <div v-for="(off, i) in values.daysOff" :key="i" class="pair off">
          <div>
            <input
              v-model="off.day"
              class="field"
              type="date"
              :aria-label="t('settings.dayOffNumber', { number: i + 1 })"
            />
            <p v-if="fields[`daysOff[${i}].day`]" class="small wrong" role="alert">{{ fields[`daysOff[${i}].day`] }}</p>
          </div>
          <el-input
            v-model="off.name"
            :aria-label="t('settings.dayOffName', { number: i + 1 })"
            :placeholder="t('settings.whatItIs')"
          />
          <button type="button" class="text-button" @click="values.daysOff.splice(i, 1)">
            {{ t('common.remove') }}
          </button>
        </div>
        <button type="button" class="text-button" @click="values.daysOff.push({ day: '', name: '' })">
          <Plus :size="14" aria-hidden="true" />{{ t('settings.addDayOff') }}
        </button>
      </section>

      <SessionList />

      <section aria-labelledby="s-light">
        <h2 id="s-light">{{ t('settings.appearance') }}</h2>
        <el-radio-group v-model="theme" :aria-label="t('settings.appearance')">
          <el-radio v-for="choice in themes" :key="choice.value" :value="choice.value">{{ choice.label }}</el-radio>
        </el-radio-group>
      </section>

      <KeyTable :own="values.keys" @change="(keys) => (values.keys = keys)" />

      <footer class="foot">
        <span v-if="saved" class="soft" role="status">{{ t('settings.saved') }}</span>
        <span v-else-if="wrong" class="wrong" role="alert">{{ t('settings.notSaved', { wrong }) }}</span>
        <el-button type="primary" native-type="submit" :loading="busy">{{ t('settings.save') }}</el-button>
      </footer>
    </el-form>
    <RoutineSettings />
    <p class="about">
      <NuxtLink to="/about">{{ t('common.about') }}</NuxtLink>
    </p>
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

.settings :deep(h2) {
  font-weight: 600;
  font-size: 15px;
  margin-bottom: var(--s2);
}

.settings :deep(section) {
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

.pair {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr) auto;
  gap: var(--s2);
  margin: var(--s2) 0;
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

.about {
  padding: var(--s4) 0;
}

.wrong {
  color: var(--warn);
}

.foot {
  position: sticky;
  z-index: 2;
  bottom: 0;
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: var(--s3);
  padding: var(--s3) 0;
  background: var(--ground);
}
</style>
