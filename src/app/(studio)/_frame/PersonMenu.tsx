'use client';
import { Menu, useMantineColorScheme } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconBuilding, IconDeviceLaptop, IconLogout, IconMoon, IconSun, IconUser } from '@tabler/icons-react';
import { signOut } from '@/app/_client/sign-out';
import { initialsOf } from '@/core/kernel/initials';
import styles from './frame.module.css';

type Props = { readonly name: string; readonly email: string; readonly manages: boolean };

export function PersonMenu({ name, email, manages }: Props) {
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  const next = colorScheme === 'dark' ? 'light' : 'dark';
  const leave = async (everywhere: boolean) => {
    const problem = await signOut(everywhere);
    if (problem) notifications.show({ color: 'brick', message: problem });
  };
  return (
    <Menu position="bottom-end" width={260}>
      <Menu.Target>
        <button type="button" className={styles.person} aria-label={`${name}: your menu`}>
          {initialsOf(name)}
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
        <Menu.Item leftSection={<IconLogout size={16} />} onClick={() => leave(false)}>
          Sign out
        </Menu.Item>
        <Menu.Item leftSection={<IconDeviceLaptop size={16} />} onClick={() => leave(true)}>
          Sign out everywhere
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
