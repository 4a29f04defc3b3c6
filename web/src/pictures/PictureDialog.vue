<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue';
import { takeBenchPicture, type BenchScene } from '../standIns/benchCamera.ts';
import { queuePicture } from './pictureQueue.ts';
import { whyNoPicture } from './pictures.ts';
import ActButton from '../kit/ActButton.vue';
import AskDialog from '../kit/AskDialog.vue';
import FileButton from '../kit/FileButton.vue';

/** A picture for a line: chosen, dropped, pasted, taken with this device's camera, or by the bench camera. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ about: string; scene: BenchScene }>();
const emit = defineEmits<{ kept: [picture: string] }>();

const busy = ref(false);
const fault = ref<string | null>(null);
const over = ref(false);
watch(open, (now) => {
  fault.value = null;
  if (now) window.addEventListener('paste', onPaste);
  else window.removeEventListener('paste', onPaste);
});
onBeforeUnmount(() => window.removeEventListener('paste', onPaste));

async function keep(file: File | undefined | null): Promise<void> {
  if (!file || busy.value) return;
  busy.value = true;
  fault.value = null;
  try {
    const why = whyNoPicture(file) ?? (await whyUnreadable(file));
    if (why) throw new Error(why);
    emit('kept', await queuePicture(file));
    open.value = false;
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
/** Tried here, so that nobody learns from the server hours later that it was none. */
const whyUnreadable = (file: File): Promise<string | null> =>
  createImageBitmap(file).then(
    (bitmap) => (bitmap.close(), null),
    () => `${file.name} is no picture that can be read. A JPEG, PNG, WebP or AVIF picture is expected.`,
  );
const onPaste = (event: ClipboardEvent): void => void keep(event.clipboardData?.files[0]);
const onDrop = (event: DragEvent): void => {
  over.value = false;
  void keep(event.dataTransfer?.files[0]);
};
async function fromBenchCamera(): Promise<void> {
  try {
    await keep(await takeBenchPicture(props.scene));
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Picture for: ${about}`"
    :width="620"
    class="picture"
    :class="{ over }"
    data-testid="picture-dialog"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="onDrop"
  >
    <p class="soft">
      Drop it here, paste it, or choose. At most 12 MB; place and camera data are taken out. It is kept on
      this device until the server has it.
    </p>
    <p v-if="busy" role="status">Keeping the picture …</p>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <template #acts>
      <FileButton accept="image/*" data-testid="picture-file" @file="keep">Choose a file</FileButton>
      <FileButton accept="image/*" capture="environment" @file="keep">This device’s camera</FileButton>
      <ActButton data-testid="bench-camera" @click="fromBenchCamera">Bench camera</ActButton>
      <ActButton quiet key-name="Esc" @click="open = false">Cancel</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.picture {
  border: 2px dashed var(--card-line);
}
.picture.over {
  border-color: var(--copper);
}
.soft {
  color: var(--ink-soft);
}
</style>
