<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue';
import { takeBenchPicture, type BenchScene } from '../standIns/benchCamera.ts';
import { queuePicture } from './pictureQueue.ts';
import { whyNoPicture } from './pictures.ts';

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
function onFile(event: Event): void {
  const input = event.target as HTMLInputElement;
  void keep(input.files?.[0]);
  input.value = '';
}
async function fromBenchCamera(): Promise<void> {
  try {
    await keep(await takeBenchPicture(props.scene));
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="620">
    <section
      class="card picture"
      :class="{ over }"
      aria-label="Add a picture"
      data-testid="picture-dialog"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="onDrop"
    >
      <h2>Picture for: {{ about }}</h2>
      <p class="soft">
        Drop it here, paste it, or choose. At most 12 MB; place and camera data are taken out. It is kept on
        this device until the server has it.
      </p>
      <div class="ways">
        <label class="act-button"
          >Choose a file<input type="file" accept="image/*" data-testid="picture-file" @change="onFile"
        /></label>
        <label class="act-button"
          >This device’s camera<input type="file" accept="image/*" capture="environment" @change="onFile"
        /></label>
        <button class="act-button" data-testid="bench-camera" @click="fromBenchCamera">Bench camera</button>
      </div>
      <p v-if="busy" role="status">Keeping the picture …</p>
      <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
      <button class="act-button" @click="open = false">Leave it</button>
    </section>
  </v-dialog>
</template>

<style scoped>
.picture {
  display: grid;
  gap: 16px;
  padding: 24px 28px;
  border-radius: 9px;
  border: 2px dashed var(--card-line);
  justify-items: start;
}
.picture.over {
  border-color: var(--copper);
}
h2 {
  font: 600 24px/1.2 var(--label);
}
.soft {
  color: var(--ink-soft);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
input[type='file'] {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
label:focus-within {
  outline: 2px solid var(--copper);
}
</style>
