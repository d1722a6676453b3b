'use client';
import { Menu, useMantineColorScheme } from '@mantine/core';
import { IconBuilding, IconDeviceLaptop, IconLogout, IconMoon, IconSun, IconUser } from '@tabler/icons-react';
import { act } from '@/app/_client/act';
import styles from './frame.module.css';

const initials = (name: string) =>
  name
    .split(/\s+/)
    .map((word) => [...word][0] ?? '')
    .slice(0, 2)
    .join('');
const leave = () => window.location.assign('/sign-in');

type Props = { readonly name: string; readonly email: string; readonly manages: boolean };

export function PersonMenu({ name, email, manages }: Props) {
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  const next = colorScheme === 'dark' ? 'light' : 'dark';
  const signOut = async () => {
    await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
    leave();
  };
  const signOutEverywhere = async () => {
    const done = await act('people.sign-out-everywhere', { also: true });
    if (done.ok) leave();
  };
  return (
    <Menu position="bottom-end" width={260}>
      <Menu.Target>
        <button type="button" className={styles.person} aria-label={`${name}: your menu`}>
          {initials(name)}
        </button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>
          <bdi>{name}</bdi>
          <br />
          {email}
        </Menu.Label>
        <Menu.Item
          leftSection={next === 'dark' ? <IconMoon size={16} /> : <IconSun size={16} />}
          onClick={() => setColorScheme(next)}
        >
          {next === 'dark' ? 'Dark colours' : 'Light colours'}
        </Menu.Item>
        <Menu.Item component="a" href="/account" leftSection={<IconUser size={16} />}>
          Your account
        </Menu.Item>
        {manages && (
          <Menu.Item component="a" href="/school" leftSection={<IconBuilding size={16} />}>
            The school
          </Menu.Item>
        )}
        <Menu.Divider />
        <Menu.Item leftSection={<IconLogout size={16} />} onClick={signOut}>
          Sign out
        </Menu.Item>
        <Menu.Item leftSection={<IconDeviceLaptop size={16} />} onClick={signOutEverywhere}>
          Sign out everywhere
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
