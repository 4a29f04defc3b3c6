import { fieldFault, type ShopField } from '@bemtor/core';

/** A rule of a form for a field of the shop: what is wrong stands below it before anything is sent. */
export const fieldRule =
  (field: ShopField, right: string) =>
  (text: string | null): true | string =>
    fieldFault(field, text ?? '', right) ?? true;
