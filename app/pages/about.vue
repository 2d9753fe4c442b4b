<script setup lang="ts">
definePageMeta({ layout: 'door' });
useHead({ title: t('account.aboutTitle') });

const { version } = useRuntimeConfig().public;
const notices = ref('');
const problem = ref('');
async function load() {
  problem.value = '';
  try {
    notices.value = await api<string>('/licences');
  } catch (error) {
    problem.value = messageOf(error);
  }
}
onMounted(load);
</script>

<template>
  <div class="about">
    <h1 class="name">{{ t('common.jarNote') }}</h1>
    <p>{{ t('account.aboutVersion', { version }) }}</p>
    <p>{{ t('account.aboutMisspellings') }}</p>
    <h2 id="about-licences">{{ t('account.aboutLicences') }}</h2>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }}
      <button type="button" class="text-button" @click="load">{{ t('common.tryAgain') }}</button>
    </p>
    <!-- Scrolled by keys too, so it can have the focus. -->
    <pre v-else class="notices" tabindex="0" role="region" aria-labelledby="about-licences">{{ notices || '…' }}</pre>
    <p>
      <NuxtLink to="/">{{ t('account.backToDesk') }}</NuxtLink>
    </p>
  </div>
</template>

<style scoped>
.about {
  display: grid;
  grid-template-rows: auto auto auto auto minmax(0, 1fr) auto;
  gap: var(--s2);
  width: min(760px, 94vw);
  height: 90vh;
  padding: var(--s4) 0;
}

.name {
  font: italic 600 26px var(--serif);
  color: var(--green);
}

h2 {
  font-weight: 600;
  font-size: 15px;
  margin-top: var(--s2);
}

.notices {
  overflow: auto;
  margin: 0;
  padding: var(--s3);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--sheet);
  font:
    12px/1.5 ui-monospace,
    monospace;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
