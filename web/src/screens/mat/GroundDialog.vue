<script setup lang="ts">
import { cornersOf, fitGround, type Ground, type Outline, type TiedPlace } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import FileButton from '../../kit/FileButton.vue';
import PictureMark from '../../kit/PictureMark.vue';
import TapPicture from '../../kit/TapPicture.vue';
import { queuePicture } from '../../pictures/pictureQueue.ts';
import { whyNoPicture, wholePicture } from '../../pictures/pictures.ts';

/** A photo under the outline of a side, scaled by two corners of the case that are tapped in it. */
const open = defineModel<boolean>({ required: true });
const { outline, face, ground, pictures } = defineProps<{
  outline: Outline;
  face: 'top' | 'bottom';
  /** The one that lies there now. */
  ground: Ground | null;
  /** Photos of the model's steps, to choose from. */
  pictures: readonly string[];
}>();
const emit = defineEmits<{ lay: [ground: Ground | null] }>();

const picture = ref<string | null>(null);
const taps = ref<{ x: number; y: number }[]>([]);
const aspect = ref(1);
const fault = ref<string | null>(null);
watch(open, () => ([picture.value, taps.value, fault.value] = [null, [], null]), { immediate: true });

const asks = ['far left corner of the case', 'near right corner of the case'] as const;
const ask = computed(() => asks[taps.value.length] ?? null);

async function choose(file: File): Promise<void> {
  fault.value = whyNoPicture(file);
  if (fault.value !== null) return;
  try {
    show(await queuePicture(file));
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
}
function show(id: string): void {
  picture.value = id;
  taps.value = [];
  const image = new Image();
  image.onload = () => (aspect.value = image.naturalWidth / Math.max(1, image.naturalHeight));
  image.src = wholePicture(id);
}
function tap(x: number, y: number): void {
  if (!ask.value || !picture.value) return;
  const within = (share: number): number => Math.min(1, Math.max(0, share));
  taps.value = [...taps.value, { x: within(x), y: within(y) }];
}
const laid = computed<Ground | null>(() => {
  const corners = cornersOf(outline);
  const [first, second] = taps.value.map((place, i): TiedPlace => ({
    ...place,
    mm: corners[i] ?? corners[0],
  }));
  if (!picture.value || !first || !second) return null;
  return { face, picture: picture.value, aspect: aspect.value, places: [first, second] };
});
const why = computed(() => {
  if (!picture.value) return 'Still needed: a photo';
  if (!laid.value) return `Still needed: the ${ask.value}`;
  return fitGround(laid.value) ? null : 'The two places are too near to each other to tell the scale';
});
function keep(): void {
  if (why.value) return;
  emit('lay', laid.value);
  open.value = false;
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Photo under the outline, ${face} up`"
    :width="760"
    data-testid="ground"
    @submit="keep"
  >
    <p v-if="!picture" class="soft">
      Taken straight from above. Two corners of the case, tapped in it, tell how large it is and how it lies.
    </p>
    <div v-if="!picture && pictures.length > 0" class="choices">
      <ActButton v-for="id in pictures" :key="id" quiet :aria-label="`Take this photo`" @click="show(id)"
        ><img :src="wholePicture(id)" alt=""
      /></ActButton>
    </div>
    <p v-if="picture" role="status">{{ ask ? `Tap the ${ask}.` : 'Both corners are told.' }}</p>
    <TapPicture
      v-if="picture"
      class="photo"
      :src="wholePicture(picture)"
      about="The photo to be laid under the outline"
      data-testid="ground-photo"
      @tap="tap"
    >
      <PictureMark v-for="(place, i) in taps" :key="i" :at="place">{{ i + 1 }}</PictureMark>
    </TapPicture>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <template #acts>
      <ActButton primary type="submit" :unless="why" data-testid="lay-ground">Lay it under</ActButton>
      <FileButton accept="image/*" data-testid="ground-file" @file="choose">{{
        picture ? 'Another photo' : 'Choose a photo'
      }}</FileButton>
      <ActButton v-if="taps.length > 0" @click="taps = []">Tap again</ActButton>
      <ActButton v-if="ground" @click="(emit('lay', null), (open = false))">Take the photo away</ActButton>
      <ActButton quiet key-name="Esc" @click="open = false">Cancel</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.soft {
  color: var(--ink-soft);
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.choices img {
  height: 84px;
}
.photo {
  justify-self: center;
  max-width: 560px;
}
</style>
