<script setup lang="ts">
import { signInSchema } from '#shared/schemas/account';
import { useAccountStore } from '~/stores/account';

definePageMeta({ layout: 'door' });

const store = useAccountStore();
const values = reactive({ address: '', password: '' });
const { fields, problem, busy, submit, follow } = useForm(signInSchema);
follow(values);

/** The place that was asked for before the door; only one of ours. */
const route = useRoute();
function wanted(): string {
  const to = String(route.query.to ?? '');
  return /^\/(?![/\\])/.test(to) ? to : '/';
}

async function enter() {
  if (await submit(values, (valid) => store.enter('sign-in', valid))) await navigateTo(wanted());
}

async function demo() {
  problem.value = '';
  try {
    await store.enter('demo', {});
    await navigateTo(wanted());
  } catch (error) {
    problem.value = messageOf(error);
  }
}

onMounted(() => store.load().catch((error) => (problem.value = messageOf(error))));
</script>

<template>
  <div class="entry">
    <h1 class="name">Jar Note</h1>
    <p class="what">Your wording, kept and filled, beside the letters you answer.</p>
    <el-form label-position="top" @submit.prevent="enter">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <el-form-item label="E-mail address" :error="fields.address" for="address">
        <el-input id="address" v-model="values.address" type="email" autocomplete="username" autofocus />
      </el-form-item>
      <el-form-item label="Password" :error="fields.password" for="password">
        <el-input id="password" v-model="values.password" type="password" autocomplete="current-password" />
      </el-form-item>
      <el-button type="primary" native-type="submit" :loading="busy" class="wide">Sign in</el-button>
    </el-form>
    <p class="other">No account yet? <NuxtLink :to="{ path: '/sign-up', query: $route.query }">Make one</NuxtLink></p>
    <div v-if="store.demoOffered" class="demo">
      <p>
        Only looking? The demo is the desk of a piano technician, with her letters and notes. Nothing leaves this
        machine.
      </p>
      <el-button class="wide" @click="demo">Sit down at Wren’s desk</el-button>
    </div>
  </div>
</template>

<style scoped src="../styles/door.css"></style>
