<script setup lang="ts">
import { CHECKS, NEEDED } from '#core/look/letter/finding';
import type { Settings } from '#shared/schemas/settings';

/** What the last look holds a message back for, and what it keeps silent about. */
const values = defineModel<Settings>({ required: true });

const choices = CHECKS.filter((kind) => !NEEDED.includes(kind));
function hold(kind: (typeof CHECKS)[number], on: boolean) {
  values.value.holds = CHECKS.filter((other) => (other === kind ? on : values.value.holds.includes(other)));
}
</script>

<template>
  <section aria-labelledby="s-look">
    <h2 id="s-look">{{ t('settings.lastLook') }}</h2>
    <p class="soft small">{{ t('settings.lastLookAbout') }}</p>
    <div class="checks">
      <el-checkbox
        v-for="kind in choices"
        :key="kind"
        :model-value="values.holds.includes(kind)"
        :label="t(`settings.checks.${kind}`)"
        @update:model-value="(on) => hold(kind, Boolean(on))"
      />
    </div>
    <p class="delay">
      <label for="s-delay">{{ t('settings.sendDelay') }}</label>
      <el-input-number
        id="s-delay"
        :model-value="values.sendDelay"
        :min="0"
        :max="30"
        controls-position="right"
        @update:model-value="(seconds) => (values.sendDelay = seconds ?? 0)"
      />
    </p>
    <template v-if="values.silences.length">
      <h3 class="small">{{ t('settings.silenced') }}</h3>
      <ul>
        <li v-for="(one, i) in values.silences" :key="one.kind + one.person" class="small">
          {{
            one.person
              ? t('settings.silencedFor', { check: t(`settings.checks.${one.kind}`), person: one.person })
              : t(`settings.checks.${one.kind}`)
          }}
          <button type="button" class="text-button small" @click="values.silences.splice(i, 1)">
            {{ t('settings.sayAgain') }}
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.checks {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 var(--s4);
}

.delay {
  display: flex;
  align-items: center;
  gap: var(--s3);
  margin-top: var(--s3);
}

.checks :deep(.el-checkbox) {
  height: 26px;
  margin: 0;
}

h3 {
  font-weight: 600;
  margin-top: var(--s3);
}
</style>
