import { onBeforeUnmount, ref } from 'vue';

/** Two digits typed within this time are one number. */
const togetherMs = 900;

/** Reads numbers off single keys: "1" then "2" soon after is twelve. Each digit tells the number so far. */
export function useTypedNumber(tell: (value: number) => void) {
  const typed = ref('');
  let timer: ReturnType<typeof setTimeout> | undefined;
  onBeforeUnmount(() => clearTimeout(timer));
  return (digit: string): void => {
    clearTimeout(timer);
    typed.value = (typed.value + digit).slice(-2);
    tell(Number(typed.value));
    timer = setTimeout(() => (typed.value = ''), togetherMs);
  };
}
