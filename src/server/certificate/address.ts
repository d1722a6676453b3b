import { config } from '../platform/config';

/** The check page of a certificate. */
export const checkAddress = (token: string): string => `${config.address}/check/${token}`;
