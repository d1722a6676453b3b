import { sessions } from '@/server/people';

export const GET = (request: Request) => sessions().handler(request);
export const POST = GET;
