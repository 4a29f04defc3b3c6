<script setup lang="ts">
import { standingAt, type ShopEvent } from '@bemtor/core';
import { forgetShopItem, retryShopItem, tellShop, type ShopItem } from '../api/shopLog.ts';
import { shopWords, standsWords } from '../composables/shopWords.ts';
import ActButton from '../kit/ActButton.vue';

/** What was said here and the server would not have: why, what stands instead, and what can be done with each. */
defineProps<{ items: readonly ShopItem[]; labelOf: (unit: string) => string }>();

const isDisputed = ({ refused }: ShopItem): boolean => refused?.stands !== undefined;

/** Says it once more, on the ground of what stands now. */
async function insist({ id, body, refused }: ShopItem): Promise<void> {
  const stands = refused?.stands;
  await forgetShopItem(id);
  await tellShop(onGround(body, stands));
}
function onGround(body: ShopEvent, stands: unknown): ShopEvent {
  if (body.kind === 'word-told') return { ...body, was: (stands as string | null) ?? null };
  if (!('was' in body) || typeof stands !== 'object' || stands === null) return body;
  return { ...body, was: standingAt(stands, Object.keys(body.set)) };
}
</script>

<template>
  <ul class="refused" aria-label="Not taken by the server">
    <li v-for="item in items" :key="item.id" data-testid="refused-event">
      <p>
        <strong>{{ shopWords(item.body, labelOf) }}</strong>
      </p>
      <p v-if="item.refused">
        <template v-if="isDisputed(item)"
          >Somebody else was first. There now: {{ standsWords(item.body, item.refused.stands) }}</template
        ><template v-else>{{ item.refused.detail }}</template>
      </p>
      <p class="acts">
        <ActButton v-if="isDisputed(item)" data-testid="insist" @click="insist(item)">Keep mine</ActButton>
        <ActButton v-else @click="retryShopItem(item.id)">Try again</ActButton>
        <ActButton data-testid="give-way" @click="forgetShopItem(item.id)">{{
          isDisputed(item) ? 'Keep theirs' : 'Drop it'
        }}</ActButton>
      </p>
    </li>
  </ul>
</template>

<style scoped>
li {
  padding: 10px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 8px;
}
</style>
