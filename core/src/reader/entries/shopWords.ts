import { z } from 'zod';

/** A word of the shop's own, and the words of the trade that it stands for: `snake` means `display cable`. */
export const shopWordSchema = z.strictObject({
  word: z.string().trim().min(1).max(60),
  means: z.string().trim().min(1).max(60),
});
export type ShopWord = z.infer<typeof shopWordSchema>;

export const shopWordsSchema = z
  .array(shopWordSchema)
  .max(500)
  .refine((words) => new Set(words.map(({ word }) => word.toLowerCase())).size === words.length, {
    message: 'each word once; a word stands there twice',
  });
