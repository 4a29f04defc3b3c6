import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readBatteryReport } from './batteryReport.ts';

// The forms as systems write them, from memory; names and figures are invented.
const html = `<!DOCTYPE html><html><head><title>Battery report</title></head><body>
<h2>Installed batteries</h2><table>
<colgroup><col/><col/></colgroup><thead><tr><td> </td><td>BATTERY 1</td></tr></thead>
<tr><td><span class="label">NAME</span></td><td>TB-4471</td></tr>
<tr><td><span class="label">MANUFACTURER</span></td><td>Tervane</td></tr>
<tr><td><span class="label">SERIAL NUMBER</span></td><td>00412</td></tr>
<tr><td><span class="label">CHEMISTRY</span></td><td>LION</td></tr>
<tr><td><span class="label">DESIGN CAPACITY</span></td><td>47,400 mWh
  </td></tr><tr><td><span class="label">FULL CHARGE CAPACITY</span></td><td>28,020 mWh
  </td></tr><tr><td><span class="label">CYCLE COUNT</span></td><td>611</td></tr></table>
<h2>Battery capacity history</h2><table><tr><td>PERIOD</td><td>FULL CHARGE CAPACITY</td><td>DESIGN CAPACITY</td></tr>
<tr><td>2026-01-01</td><td>31,000 mWh</td><td>47,400 mWh</td></tr></table></body></html>`;
const xml = `<?xml version="1.0" encoding="utf-8"?><BatteryReport><ReportInformation><ReportVersion>1.0</ReportVersion></ReportInformation>
<Batteries><Battery><Id>TB-4471</Id><Manufacturer>Tervane</Manufacturer><SerialNumber>00412</SerialNumber><Chemistry>LION</Chemistry><LongTerm>1</LongTerm><DesignCapacity>47400</DesignCapacity><FullChargeCapacity>28020</FullChargeCapacity><CycleCount>611</CycleCount></Battery></Batteries></BatteryReport>`;
const upower = `Device: /org/freedesktop/UPower/devices/battery_BAT0
  native-path:          BAT0
  vendor:               Tervane
  model:                TB-4471
  serial:               00412
  power supply:         yes
  battery
    present:             yes
    state:               discharging
    energy:              20,1 Wh
    energy-full:         28.02 Wh
    energy-full-design:  47.4 Wh
    energy-rate:         9.34 W
    voltage:             11.2 V
    voltage-min-design:  11.55 V
    charge-cycles:       611
    technology:          lithium-ion

Device: /org/freedesktop/UPower/devices/line_power_AC
  native-path:          AC`;
const pairs = [
  ['energy_full', '28020000'],
  ['energy_full_design', '47400000'],
  ['voltage_min_design', '11550000'],
  ['cycle_count', '611'],
  ['model_name', 'TB-4471'],
  ['serial_number', '00412'],
  ['technology', 'Li-ion'],
] as const;
const pasted = {
  grep: pairs.map(([key, value]) => `/sys/class/power_supply/BAT0/${key}:${value}`).join('\n'),
  head: pairs.map(([key, value]) => `==> ${key} <==\n${value}\n`).join('\n'),
  uevent: pairs.map(([key, value]) => `POWER_SUPPLY_${key.toUpperCase()}=${value}`).join('\n'),
  lines: pairs.map(([key, value]) => `${key}\n${value}`).join('\n'),
};

const known = { name: 'TB-4471', serial: '00412', designWh: 47.4, fullWh: 28.02, cycles: 611 };

describe('a battery report', () => {
  test.each([
    ['html report', html],
    ['xml report', xml],
    ['upower', upower],
    ['power_supply', pasted.grep],
    ['power_supply', pasted.head],
    ['power_supply', pasted.uevent],
    ['power_supply', pasted.lines],
  ])('%s, %#', (from, text) => {
    for (const form of [text, `\uFEFF${text}`, text.replaceAll('\n', '\r\n')]) {
      const read = readBatteryReport(form);
      if (!read.ok) throw new Error(read.fault.what);
      expect(read.value.from).toBe(from);
      expect(read.value.packs).toHaveLength(1);
      expect(read.value.packs[0]).toMatchObject(known);
    }
  });

  test('two packs, charges instead of energies, thousands marked as people mark them', () => {
    const two = html
      .replace('<td>47,400 mWh', '<td>47.400 mWh</td><td>4 100 mAh')
      .replace('<td>28,020 mWh', '<td>28\u00A0020 mWh</td><td>3,900 mAh');
    const read = readBatteryReport(two);
    expect(read.ok && read.value.packs).toMatchObject([
      { designWh: 47.4, fullWh: 28.02 },
      { designWh: null, designMAh: 4100, fullMAh: 3900 },
    ]);
    const charge = readBatteryReport('charge_full_design:4100000\ncharge_full:2400000\n');
    expect(charge.ok && charge.value.packs[0]).toMatchObject({
      designMAh: 4100,
      fullMAh: 2400,
      designWh: null,
    });
  });

  test.each([
    '',
    'the battery is fine',
    '<html><table><tr><td>NAME</td><td>x</td></tr></table></html>',
    'energy_full:abc',
  ])('what is none is refused in words: %s', (text) => {
    const read = readBatteryReport(text);
    expect(read.ok ? '' : read.fault.right).toMatch(/HTML or XML battery report/);
  });

  test('no text, however broken, is more than refused', () => {
    const piece = fc.constantFrom(
      '<html>',
      '<tr><td>',
      'DESIGN CAPACITY',
      '</td>',
      '4,7 Wh',
      'energy_full:',
      '\n',
      '<BatteryReport>',
      '<Battery>',
      '9'.repeat(20),
      'native-path: x',
      '==>',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 20 }), (pieces) => {
        const read = readBatteryReport(pieces.join(''));
        if (read.ok)
          for (const pack of read.value.packs)
            expect((pack.designWh ?? pack.fullWh ?? pack.designMAh ?? pack.fullMAh ?? 0) > 0).toBe(true);
      }),
    );
  });
});
