import { schoolPatterns } from '@/server/outline';
import { OutlineInOut } from './OutlineInOut';

export default async function OutlinePage() {
  return <OutlineInOut patterns={await schoolPatterns()} />;
}
