import sharp from 'sharp';
import { reencode } from './reencode.ts';

// Even a file that begins like a picture comes to no other decoder than these.
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({
  operation: ['Jpeg', 'Png', 'Webp', 'Heif'].map((kind) => `VipsForeignLoad${kind}Buffer`),
});
sharp.concurrency(1);

process.on('message', ({ bytes }: { readonly bytes: Uint8Array }) => {
  reencode(bytes).then(
    (picture) => process.send?.({ picture }),
    () => process.send?.({ picture: null }),
  );
});
// Whoever asked is gone.
process.on('disconnect', () => process.exit(0));
