import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it } from 'vitest';
import { ownLead, planModule, planOwnLamp } from '../../../../core/planning/index.ts';
import { motorcycleWithPlug, REAR_PLUG_ID, STOP_LAMP } from '../../../../demo/ownLead.ts';
import { applied, furtherIds } from '../../../../demo/testUnit.ts';
import { renderUnit } from '../../../testing/renderUnit.tsx';
import { LeadPanel } from './LeadPanel.tsx';
import { LeadsView } from './LeadsView.tsx';

const ids = furtherIds();

function withModule() {
  const before = motorcycleWithPlug();
  const own = planOwnLamp(
    before,
    { plugId: REAR_PLUG_ID, pin: '2', factoryLampId: STOP_LAMP.id, light: 'filament' },
    ids,
  );
  const build = own.ok ? applied(before, own.value) : before;
  const wireId = ownLead(build, REAR_PLUG_ID, '2')!.id;
  const module = planModule(build, { wireId, ends: 'halves', patternId: 'slow-double', bursts: true }, ids);
  return module.ok ? applied(build, module.value) : build;
}
const leadOf = (build: ReturnType<typeof motorcycleWithPlug>) => {
  const plug = build.plugs[REAR_PLUG_ID]!;
  return { plug, pin: plug.pins[0]! };
};
const panel = (build = withModule(), role: 'lead' | 'owner' = 'lead') =>
  renderUnit(<LeadPanel lead={leadOf(build)} onTap={() => {}} onPlanned={() => {}} />, { build, role });

it('a plug is shown pin by pin as it was metered, and a pin can be chosen', async () => {
  const build = motorcycleWithPlug();
  const chosen: string[] = [];
  await renderUnit(<LeadsView lead={null} planned={null} onChoose={(_, pin) => chosen.push(pin)} />, { build });
  const row = screen.getByRole('row', { name: /brake/ });
  expect(row.textContent).toContain('1.64');
  expect(row.textContent).toContain('brake 12.1');
  expect(row.textContent).toContain('✓ hot with the brake');
  await userEvent.click(within(row).getByRole('button', { name: 'Pin 2, brake' }));
  expect(chosen).toEqual(['2']);
});

it('without a plug it says where one is recorded', async () => {
  const build = { ...motorcycleWithPlug(), plugs: {} };
  await renderUnit(<LeadsView lead={null} planned={null} onChoose={() => {}} />, { build });
  expect(screen.getByRole('link', { name: /Survey, Plugs/ }).getAttribute('href')).toBe('/unit/u/survey');
});

it('the lead is drawn as it came, as it will be, and as it is wired', async () => {
  const build = motorcycleWithPlug();
  const planned = { isPlugged: true, patternId: 'slow-single', bursts: false };
  const view = (given: ReturnType<typeof motorcycleWithPlug>, module: typeof planned | null) =>
    renderUnit(<LeadsView lead={leadOf(given)} planned={module} onChoose={() => {}} />, { build: given });
  const first = await view(build, null);
  expect(screen.getByText(/as it came/)).toBeTruthy();
  expect(screen.queryByText('Brake-lamp module')).toBeNull();
  first.unmount();
  const second = await view(build, planned);
  expect(screen.getByText(/as it will be/)).toBeTruthy();
  expect(screen.getByText('touched once, then capped')).toBeTruthy();
  second.unmount();
  await view(withModule(), null);
  expect(screen.getByText(/as it is wired now/)).toBeTruthy();
  expect(screen.getByText('slow double, then steady')).toBeTruthy();
  expect(screen.getByRole('img', { name: 'Fuse 15 A, then brake-lamp module, then B1' })).toBeTruthy();
});

it('ways are not shown before they were tried', async () => {
  await panel(motorcycleWithPlug());
  expect(screen.getByText('Each way is tried on a copy …')).toBeTruthy();
  expect(screen.queryByRole('button', { name: /Cut pin/ })).toBeNull();
});

it('the module in a lead changes its burst, and comes out after a question', async () => {
  const { done } = await panel();
  await userEvent.click(screen.getByLabelText('for five seconds, then steady'));
  expect(done().map(({ operation }) => operation)).toMatchObject([
    { kind: 'editFunction', changes: { modulator: null } },
  ]);
  await userEvent.click(screen.getByRole('button', { name: 'Take the module out' }));
  await userEvent.click(await screen.findByRole('button', { name: 'Take it out' }));
  expect(done().map(({ operation }) => operation.kind)).toContain('removeFeed');
});

it('an owner reads it and changes nothing', async () => {
  await panel(withModule(), 'owner');
  expect(screen.queryByRole('button', { name: 'Take the module out' })).toBeNull();
  expect(screen.getByLabelText<HTMLInputElement>('for five seconds, then steady').disabled).toBe(true);
});
