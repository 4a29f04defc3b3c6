/** The battery of the Lark 14, TL14-3, as a technician would type it: one line per act. */
export const larkLines = [
  'missing: 1 base cover screw',
  'bottom up',
  'foot strip off, 3 T5 M2x4 under it',
  'base cover: 5 PH0 M2x5, 2 captive PH0 rear corners',
  'pry base cover from the hinge edge',
  'base cover off',
  'unplug battery, wings',
  'hold power 1 s',
  'drive shield 3 PH0 M2x3',
  'drive shield off',
  'battery: four ph00 M1.6 × 4',
  'one more battery screw under the drive shield',
  'kbd ribbon flip',
  'battery TB-4471 11.55V 4100mAh 47.4Wh',
  'peel tape of battery',
  'battery off',
];
