<script setup lang="ts">
import { BookMarked, Inbox, Pin, Plus, Repeat2, Sprout, Trash2 } from 'lucide-vue-next';
import type { NodeDropType } from 'element-plus/es/components/tree/src/tree.type';
import type { ShelfInput } from '#shared/schemas/shelf';
import { useNotesStore } from '~/stores/notes';
import { useShelvesStore, type ShelfNode } from '~/stores/shelves';

/** The shelves, to choose from and to put in order; notes dragged onto one are moved there. */
const props = defineProps<{ place: string; binCount: number }>();
const emit = defineEmits<{
  choose: [place: string];
  drop: [ids: string[], shelfId: string | null];
  removed: [shelf: { id: string; name: string }];
  problem: [message: string];
}>();

const notes = useNotesStore();
const shelves = useShelvesStore();

const counts = computed(() => {
  const found = new Map<string, number>();
  for (const { shelfId } of notes.rows) if (shelfId) found.set(shelfId, (found.get(shelfId) ?? 0) + 1);
  return found;
});
const total = (node: ShelfNode): number =>
  (counts.value.get(node.id) ?? 0) + node.children.reduce((sum, child) => sum + total(child), 0);
const loose = computed(() => notes.rows.filter(({ shelfId }) => !shelfId).length);
const chosen = computed(() => shelves.byId.get(props.place));

const naming = ref<{ id: string; parentId: string | null; name: string; description: string } | null>(null);
const nameField = ref<{ focus(): void }>();

function startNaming(id: string, parentId: string | null) {
  const shelf = shelves.byId.get(id);
  naming.value = { id, parentId, name: shelf?.name ?? '', description: shelf?.description ?? '' };
  void nextTick(() => nameField.value?.focus());
}

async function tell(work: () => Promise<unknown>) {
  try {
    await work();
  } catch (error) {
    emit('problem', messageOf(error));
  }
}

const keepName = () =>
  tell(async () => {
    const { id, parentId, name, description } = naming.value!;
    if (!name.trim()) return;
    const shelf = shelves.byId.get(id);
    if (shelf) await shelves.change(shelf, { name, description });
    else emit('choose', (await shelves.make({ name, description, parentId })).id);
    naming.value = null;
  });

const remove = once(() =>
  tell(async () => {
    const { id, name, parentId } = chosen.value!;
    await shelves.remove(id);
    await notes.load(true);
    emit('choose', parentId ?? 'all');
    emit('removed', { id, name });
  }),
);

/** Where a shelf goes among the others, by keyboard: up, down, into the one before, out of the one around. */
async function moveChosen(step: 'up' | 'down' | 'in' | 'out') {
  const shelf = chosen.value;
  if (!shelf) return;
  const change = (part: Partial<ShelfInput>) => tell(() => shelves.change(shelf, part));
  const siblings = shelves.rows.filter(({ parentId }) => parentId === shelf.parentId);
  const at = siblings.findIndex(({ id }) => id === shelf.id);
  const around = shelves.byId.get(shelf.parentId ?? '');
  if (step === 'up' && at > 0) await change({ position: at - 1 });
  if (step === 'down' && at < siblings.length - 1) await change({ position: at + 1 });
  if (step === 'in' && at > 0) await change({ parentId: siblings[at - 1]!.id });
  if (step === 'out' && around) {
    const outer = shelves.rows.filter(({ parentId }) => parentId === around.parentId);
    const position = outer.findIndex(({ id }) => id === around.id) + 1;
    await change({ parentId: around.parentId, position });
  }
}

/** Keys pressed faster than the server answers are done one after the other, each on what the one before left. */
let moves = Promise.resolve();

/** The tree is drawn anew after a move; the focus stays with the shelf. */
watch(
  () => shelves.rows,
  async () => {
    if (!document.activeElement?.closest('.tree')) return;
    await nextTick();
    document.querySelector<HTMLElement>(`.tree [data-key="${props.place}"]`)?.focus();
  },
);

function onKey(event: KeyboardEvent) {
  const step = ({ ArrowUp: 'up', ArrowDown: 'down', ArrowRight: 'in', ArrowLeft: 'out' } as const)[event.key];
  if (!event.altKey || !step) return;
  event.preventDefault();
  event.stopPropagation();
  moves = moves.then(() => moveChosen(step));
}

function dropped(dragging: { data: unknown }, target: { data: unknown }, type: Exclude<NodeDropType, 'none'>) {
  const shelf = shelves.byId.get((dragging.data as ShelfNode).id)!;
  const goal = shelves.byId.get((target.data as ShelfNode).id)!;
  if (type === 'inner') return void tell(() => shelves.change(shelf, { parentId: goal.id, position: null }));
  const siblings = shelves.rows.filter(({ id, parentId }) => parentId === goal.parentId && id !== shelf.id);
  const position = siblings.findIndex(({ id }) => id === goal.id) + (type === 'after' ? 1 : 0);
  void tell(() => shelves.change(shelf, { parentId: goal.parentId, position }));
}

const over = ref('');
const carriesNotes = (event: DragEvent) => event.dataTransfer?.types.includes('application/x-notes');
function onDrop(event: DragEvent, shelfId: string | null) {
  over.value = '';
  const ids = event.dataTransfer?.getData('application/x-notes');
  if (ids) emit('drop', JSON.parse(ids), shelfId);
}
</script>

<template>
  <nav class="shelves" :aria-label="t('library.shelves')">
    <button type="button" class="row" :class="{ current: place === 'all' }" @click="emit('choose', 'all')">
      <BookMarked :size="14" aria-hidden="true" /><span class="name">{{ t('library.allNotes') }}</span
      ><span class="count">{{ notes.rows.length }}</span>
    </button>
    <button type="button" class="row" :class="{ current: place === 'pinned' }" @click="emit('choose', 'pinned')">
      <Pin :size="14" aria-hidden="true" /><span class="name">{{ t('common.pinned') }}</span
      ><span class="count">{{ notes.pinned.length }}</span>
    </button>
    <button
      type="button"
      class="row"
      :class="{ current: place === 'loose', over: over === 'loose' }"
      @click="emit('choose', 'loose')"
      @dragover="(e) => carriesNotes(e) && (e.preventDefault(), (over = 'loose'))"
      @dragleave="over = ''"
      @drop.prevent="(e) => onDrop(e, null)"
    >
      <Inbox :size="14" aria-hidden="true" /><span class="name">{{ t('library.onNoShelf') }}</span
      ><span class="count">{{ loose }}</span>
    </button>
    <div class="tree" @keydown.capture="onKey">
      <el-tree
        :data="shelves.tree"
        node-key="id"
        :props="{ label: t('library.name'), children: 'children' }"
        :current-node-key="shelves.byId.has(place) ? place : undefined"
        default-expand-all
        draggable
        highlight-current
        :expand-on-click-node="false"
        empty-text=""
        :aria-label="t('library.shelvesLabel')"
        @node-click="(node: unknown) => emit('choose', (node as ShelfNode).id)"
        @node-drop="(a: any, b: any, type: any) => dropped(a, b, type)"
      >
        <template #default="{ data }">
          <span
            class="shelf"
            :class="{ over: over === data.id }"
            :title="data.description"
            @dragover="(e) => carriesNotes(e) && (e.preventDefault(), e.stopPropagation(), (over = data.id))"
            @dragleave="over = ''"
            @drop="(e) => carriesNotes(e) && (e.preventDefault(), e.stopPropagation(), onDrop(e, data.id))"
          >
            <span class="name">{{ data.name }}</span><span class="count">{{ total(data as ShelfNode) }}</span>
          </span>
        </template>
      </el-tree>
    </div>
    <form v-if="naming" class="naming" @submit.prevent="keepName" @keydown.esc.prevent="naming = null">
      <el-input
        ref="nameField"
        v-model="naming.name"
        size="small"
        :placeholder="t('library.nameOfShelf')"
        :aria-label="t('library.nameOfShelf')"
        maxlength="100"
      />
      <el-input
        v-model="naming.description"
        size="small"
        :placeholder="t('library.shelfAbout')"
        :aria-label="t('library.descriptionOfShelf')"
        maxlength="500"
      />
      <span
        ><button type="submit" class="text-button small">{{ t('common.keep') }}</button
        ><button type="button" class="text-button small" @click="naming = null">{{ t('common.cancel') }}</button></span
      >
    </form>
    <div v-else class="acts">
      <button type="button" class="text-button small" @click="startNaming('', null)">
        <Plus :size="13" aria-hidden="true" />{{ t('library.newShelf') }}
      </button>
      <template v-if="chosen">
        <button type="button" class="text-button small" @click="startNaming('', chosen.id)">
          {{ t('library.oneInside') }}
        </button>
        <button type="button" class="text-button small" @click="startNaming(chosen.id, chosen.parentId)">
          {{ t('library.rename') }}
        </button>
        <button type="button" class="text-button small" @click="remove">{{ t('library.takeAway') }}</button>
      </template>
    </div>
    <p v-if="chosen" class="small soft hint">
      {{ chosen.description || t('library.shelfMoving') }}
    </p>
    <span class="gap" />
    <NuxtLink to="/repeated" class="row tending">
      <Repeat2 :size="14" aria-hidden="true" /><span class="name">{{ t('repeated.link') }}</span>
    </NuxtLink>
    <NuxtLink to="/tending" class="row tending">
      <Sprout :size="14" aria-hidden="true" /><span class="name">{{ t('tending.title') }}</span>
    </NuxtLink>
    <button type="button" class="row" :class="{ current: place === 'bin' }" @click="emit('choose', 'bin')">
      <Trash2 :size="14" aria-hidden="true" /><span class="name">{{ t('library.bin') }}</span
      ><span class="count">{{ binCount || '' }}</span>
    </button>
  </nav>
</template>

<style scoped>
.shelves {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: var(--s2) var(--s2) var(--s2) var(--s3);
  border-right: 1px solid var(--rule);
  overflow-y: auto;
}

.row,
.shelf {
  display: flex;
  align-items: center;
  gap: 6px;
  width: 100%;
  min-height: 28px;
  padding: 2px 6px;
  border: 0;
  background: none;
  border-radius: var(--radius);
  text-align: left;
  cursor: pointer;
}

.shelf {
  padding: 0 6px 0 0;
  overflow: hidden;
}

.tending {
  color: inherit;
  text-decoration: none;
}

.row:hover {
  background: var(--ground-deep);
}

.row.current,
.tree :deep(.el-tree-node.is-current > .el-tree-node__content) {
  background: var(--green-wash) !important;
  font-weight: 600;
}

.row.over,
.shelf.over {
  outline: 2px dashed var(--green);
  outline-offset: -2px;
}

.name {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.count {
  font-size: var(--text-small);
  color: var(--ink-soft);
  font-weight: 400;
}

.tree {
  margin: var(--s2) 0 var(--s1);
  padding-top: var(--s1);
  border-top: 1px solid var(--rule);
}

.tree :deep(.el-tree) {
  background: none;
  --el-tree-node-content-height: 28px;
  --el-tree-node-hover-bg-color: var(--ground-deep);
  --el-tree-text-color: var(--ink);
  --el-tree-expand-icon-color: var(--ink-soft);
}

.tree :deep(.el-tree-node__content) {
  border-radius: var(--radius);
}

.tree :deep(.el-tree__empty-block) {
  display: none;
}

.acts {
  display: flex;
  flex-wrap: wrap;
}

.naming {
  display: grid;
  gap: var(--s1);
}

.hint {
  padding: var(--s1) 6px;
}

.gap {
  flex: 1;
}
</style>
