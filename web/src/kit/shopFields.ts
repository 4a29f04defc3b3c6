import { fieldFault, type ShopField } from '@bemtor/core';

type Rules = readonly ((text: string | null) => true | string)[];
const rulesOf = (field: ShopField, right: string): Rules => [
  (text) => fieldFault(field, text ?? '', right) ?? true,
];

const asOnDevice = 'As it stands on the device';
/** The rules of a form for the fields of the shop: what is wrong stands below before anything is sent. */
export const fieldRules: Readonly<Record<ShopField, Rules>> = {
  label: rulesOf('label', 'The number on the ticket'),
  code: rulesOf('code', asOnDevice),
  serial: rulesOf('serial', asOnDevice),
  maker: rulesOf('maker', asOnDevice),
  name: rulesOf('name', asOnDevice),
};
