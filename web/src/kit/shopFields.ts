import { fieldFault, mostCharacters, type ShopField } from '@bemtor/core';

/** What a field of a form is given. */
interface Given {
  readonly label: string;
  /** What is wrong stands below before anything is sent. */
  readonly rules: readonly ((text: string | null) => true | string)[];
  readonly maxlength: number;
}
const given = (field: ShopField, label: string, right: string): Given => ({
  label,
  rules: [(text) => fieldFault(field, text ?? '', right) ?? true],
  maxlength: mostCharacters(field),
});

const asOnDevice = 'As it stands on the device';
/** The fields of the shop, for a form to bind: held to what the server holds them to. */
export const shopFields: Readonly<Record<ShopField, Given>> = {
  label: given('label', 'Ticket', 'The number on the ticket'),
  code: given('code', 'Code on the label', asOnDevice),
  serial: given('serial', 'Serial', asOnDevice),
  maker: given('maker', 'Maker', asOnDevice),
  name: given('name', 'Name', asOnDevice),
};
