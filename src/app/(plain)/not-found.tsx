export { NotHere as default } from '@/ui/frame/NotHere';
