<script setup lang="ts">
import { signInSchema } from '#shared/schemas/account';
import { useAccountStore } from '~/stores/account';

definePageMeta({ layout: 'door' });

const store = useAccountStore();
const { goIn } = useDoor();
const values = reactive({ address: '', password: '' });
const { fields, problem, busy, submit, follow } = useForm(signInSchema);
follow(values);

async function enter() {
  if (await submit(values, (valid) => store.enter('sign-in', valid))) await goIn();
}

async function demo() {
  problem.value = '';
  try {
    await store.enter('demo', {});
    await goIn();
  } catch (error) {
    problem.value = messageOf(error);
  }
}

onMounted(() => store.load().catch((error) => (problem.value = messageOf(error))));
</script>

<template>
  <div class="entry">
    <h1 class="name">{{ t('common.jarNote') }}</h1>
    <p class="what">{{ t('account.motto') }}</p>
    <el-form label-position="top" @submit.prevent="enter">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <el-form-item :label="t('account.address')" :error="fields.address" for="address">
        <el-input id="address" v-model="values.address" type="email" autocomplete="username" autofocus />
      </el-form-item>
      <el-form-item :label="t('account.password')" :error="fields.password" for="password">
        <el-input id="password" v-model="values.password" type="password" autocomplete="current-password" />
      </el-form-item>
      <el-button type="primary" native-type="submit" :loading="busy" class="wide">{{ t('account.signIn') }}</el-button>
    </el-form>
    <p class="other">
      {{ t('account.noAccountYet') }}
      <NuxtLink :to="{ path: '/sign-up', query: $route.query }">{{ t('common.makeOne') }}</NuxtLink>
    </p>
    <p class="other">
      <NuxtLink to="/about">{{ t('common.about') }}</NuxtLink>
    </p>
    <div v-if="store.demoOffered" class="demo">
      <p>
        {{ t('account.aboutDemo') }}
      </p>
      <el-button class="wide" @click="demo">{{ t('account.openDemo') }}</el-button>
    </div>
  </div>
</template>

<style scoped src="../styles/door.css"></style>
