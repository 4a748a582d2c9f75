import type { LentShop } from './protocol';

/** The shop as the planning worker sends it: it comes once, by the port that the question brought. */
export const borrowed = (port: MessagePort): Promise<LentShop> =>
  new Promise((resolve, reject) => {
    port.onmessage = ({ data }: MessageEvent<LentShop>) => {
      port.close();
      resolve(data);
    };
    port.onmessageerror = () => reject(new Error('the rack could not be read'));
  });
