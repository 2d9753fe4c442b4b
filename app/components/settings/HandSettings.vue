<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import type { Settings } from '#shared/schemas/settings';

/** When cues turn into notes, and the slips that are put right. */
const values = defineModel<Settings>({ required: true });
const props = defineProps<{ fields: Record<string, string> }>();

/** The ordinary words of the user's language; null where they cannot be had now. */
const words = () =>
  import('~/utils/ordinaryWords').then(({ ordinaryWords }) => ordinaryWords(values.value.locale)).catch(() => null);
onMounted(words);
const modes = ['ended', 'once', 'off'] as const;

/** A real word is no slip unless the user says so. */
async function check(i: number) {
  const { slip } = values.value.slips[i]!;
  const isWord = (await words())?.has(slip.trim().toLowerCase()) ?? false;
  const now = values.value.slips[i];
  if (now?.slip === slip) now.off = isWord;
}
const problem = (i: number) => props.fields[`slips[${i}].slip`] ?? props.fields[`slips[${i}].meant`] ?? '';
</script>

<template>
  <section aria-labelledby="s-cues">
    <h2 id="s-cues">{{ t('settings.cues') }}</h2>
    <p class="soft small">{{ t('settings.cuesAbout') }}</p>
    <el-radio-group v-model="values.cues" :aria-label="t('settings.cues')" class="modes">
      <el-radio v-for="mode in modes" :key="mode" :value="mode">{{ t(`settings.cueModes.${mode}`) }}</el-radio>
    </el-radio-group>
  </section>

  <section aria-labelledby="s-slips">
    <h2 id="s-slips">{{ t('settings.slips') }}</h2>
    <p class="soft small">{{ t('settings.slipsAbout') }}</p>
    <div v-for="(slip, i) in values.slips" :key="i" class="slip">
      <el-input
        v-model="slip.slip"
        :aria-label="t('settings.slipNumber', { number: i + 1 })"
        :placeholder="t('settings.mistyped')"
        @change="check(i)"
      />
      <span aria-hidden="true">→</span>
      <el-input
        v-model="slip.meant"
        :aria-label="t('settings.meantNumber', { number: i + 1 })"
        :placeholder="t('settings.meant')"
      />
      <button type="button" class="text-button" @click="values.slips.splice(i, 1)">
        {{ t('common.remove') }}
      </button>
      <p v-if="problem(i)" class="small wrong" role="alert">{{ problem(i) }}</p>
      <p v-else-if="slip.off" class="small wrong" role="status">
        {{ t('settings.slipIsWord', { slip: slip.slip }) }}
        <button type="button" class="text-button small" @click="slip.off = false">
          {{ t('settings.slipEvenSo') }}
        </button>
      </p>
    </div>
    <p v-if="fields.slips" class="small wrong" role="alert">{{ fields.slips }}</p>
    <button type="button" class="text-button" @click="values.slips.push({ slip: '', meant: '', off: false })">
      <Plus :size="14" aria-hidden="true" />{{ t('settings.addSlip') }}
    </button>
    <p>
      <el-checkbox v-model="values.commonSlips" :label="t('settings.commonSlips')" />
      <span class="soft small from">{{ t('settings.commonSlipsFrom') }}</span>
    </p>
  </section>
</template>

<style scoped>
.modes {
  display: grid;
  justify-items: start;
}

.slip {
  display: grid;
  grid-template-columns: 180px auto 220px auto;
  align-items: center;
  gap: 0 var(--s2);
  margin: var(--s2) 0;
  justify-content: start;
}

.slip > p {
  grid-column: 1 / -1;
}

.wrong {
  color: var(--warn);
}

.from {
  display: block;
  padding-left: 22px;
}
</style>
