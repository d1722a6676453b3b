'use client';
import { Workbench } from '../_course/Workbench';
import { Inspector } from '../_inspector/Inspector';
import { Glance } from './Glance';
import { OutlineTree } from './OutlineTree';
import { Toolbar } from './Toolbar';

export default function BuildPage() {
  return (
    <Workbench inspector={<Inspector />}>
      <Glance />
      <Toolbar />
      <OutlineTree />
    </Workbench>
  );
}
