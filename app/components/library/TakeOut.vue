<script setup lang="ts">
import { useNotesStore } from '~/stores/notes';

/** What is taken out: the notes chosen, those of a shelf, or everything; as a bundle, or one note as a file. */
const props = defineProps<{ ids: string[] | null; what: string }>();
const emit = defineEmits<{ close: [] }>();

const notes = useNotesStore();
const busy = ref(false);
const problem = ref('');
const done = ref('');
/** What goes along that is one's own: with everything for oneself, with some notes for somebody else not. */
const along = reactive({ sender: !props.ids, people: !props.ids, past: !props.ids });

const FORMATS = [
  { format: 'eml', label: t('library.messageEml') },
  { format: 'html', label: t('library.pageHtml') },
  { format: 'md', label: t('library.markdownMd') },
  { format: 'txt', label: t('library.textTxt') },
];
const one = computed(() => (props.ids?.length === 1 ? props.ids[0]! : ''));

async function take() {
  busy.value = true;
  problem.value = '';
  try {
    const text = await api<unknown>('/bundles', {
      method: 'POST',
      body: { ...(props.ids && { ids: props.ids }), ...along },
    });
    const day = new Date().toISOString().slice(0, 10);
    const name = `jar-note ${props.ids ? props.what : t('library.everything')} ${day}.json`.replace(
      /[/\\:*?"<>|]+/g,
      '-',
    );
    download(name, typeof text === 'string' ? text : JSON.stringify(text, null, 1), 'application/json');
    done.value = t('library.inDownloads', { name });
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section class="out" :aria-label="t('common.takeOut')" @keydown.esc="emit('close')">
    <div class="head">
      <h2>{{ t('library.takeOutTitle', { what }) }}</h2>
      <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
    </div>
    <p class="small">
      {{ t('library.takeOutAbout') }}
    </p>
    <div class="along" role="group" :aria-label="t('library.whatGoesAlong')">
      <el-checkbox v-model="along.sender">{{ t('library.ownFields') }}</el-checkbox>
      <el-checkbox v-model="along.people">{{ t('library.people') }}</el-checkbox>
      <el-checkbox v-model="along.past">{{ t('library.pastUse') }}</el-checkbox>
    </div>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <p v-if="done" class="small" role="status">{{ done }}</p>
    <div class="acts">
      <el-button type="primary" :loading="busy" @click="take">{{ t('library.makeBundle') }}</el-button>
      <span v-if="one" class="small soft"
        ><I18nT keypath="library.orThisNoteAs" scope="global"
          ><template #formats
            ><template v-for="({ format, label }, i) in FORMATS" :key="format"
              ><a :href="`/api/notes/${one}/file/${format}`" download>{{ label }}</a
              >{{ i < FORMATS.length - 1 ? ', ' : '' }}</template
            ></template
          ></I18nT
        ></span
      >
      <span v-else class="small soft">{{ t('library.countNotes', { count: (ids ?? notes.rows).length }) }}</span>
    </div>
  </section>
</template>

<style scoped>
.out {
  display: grid;
  gap: var(--s2);
  padding: var(--s3) var(--s4);
  margin-bottom: var(--s2);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-left: 3px solid var(--green);
  border-radius: var(--radius);
}

.head {
  display: flex;
  justify-content: space-between;
}

h2 {
  font: 600 16px var(--serif);
}

.along {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s5);
}

.along :deep(.el-checkbox) {
  margin: 0;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s3);
}
</style>
