import { handleUpload } from '@/app/_server/uploads';

export const runtime = 'nodejs';
export const dynamic = 'force-dynamic';

export {
  handleUpload as DELETE,
  handleUpload as HEAD,
  handleUpload as OPTIONS,
  handleUpload as PATCH,
  handleUpload as POST,
};
