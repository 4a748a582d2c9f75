import { Injectable, inject } from '@angular/core';
import type { Haul, Photo } from '@aldrek/core/wood';
import { Photos } from '../storage/photos';
import type { StoredPhoto } from '../storage/shop-db';
import { HaulActions } from './haul-actions';
import { Ids } from './ids';
import { ShopStore } from './shop.store';

/** Photos of hauls: kept beside the shop, named by it. */
@Injectable({ providedIn: 'root' })
export class PhotoActions {
  private readonly photos = inject(Photos);
  private readonly actions = inject(HaulActions);
  private readonly ids = inject(Ids);
  private readonly store = inject(ShopStore);

  /** Keeps pictures, and names the files that are none. */
  async keep(files: readonly File[]): Promise<{ added: Photo[]; refused: string[] }> {
    const added: Photo[] = [];
    const refused: string[] = [];
    for (const file of files) {
      const id = this.ids.next();
      try {
        await this.photos.keep(id, file);
        added.push({ id, name: file.name.slice(0, 200) });
      } catch {
        refused.push(file.name);
      }
    }
    return { added, refused };
  }

  /** Adds pictures to a haul; returns the names of files that are none. */
  async add(haulId: string, files: readonly File[]): Promise<string[]> {
    const { added, refused } = await this.keep(files);
    const haul = this.store.haulById().get(haulId);
    if (haul && added.length > 0) {
      const label = added.length === 1 ? 'add a photo' : `add ${added.length} photos`;
      this.actions.update(label, { ...haul, photos: [...haul.photos, ...added] });
    }
    return refused;
  }

  remove(haul: Haul, photo: Photo): void {
    this.actions.update('remove a photo', {
      ...haul,
      photos: haul.photos.filter((other) => other.id !== photo.id),
    });
  }

  /** The pictures themselves, as far as this browser has them. */
  async stored(photos: readonly Photo[]): Promise<StoredPhoto[]> {
    const found = await Promise.all(photos.map(({ id }) => this.photos.get(id)));
    return found.flatMap((photo) => photo ?? []);
  }

  /** Stores pictures of a shop that is being imported: all or none, and never over those that are here. */
  async restore(photos: readonly StoredPhoto[]): Promise<void> {
    if (photos.length > 0) await this.photos.add(photos);
  }

  /** An address for an image element, to be revoked by the caller; null where the picture is not here. */
  async address(id: string): Promise<string | null> {
    const photo = await this.photos.get(id);
    return photo ? URL.createObjectURL(new Blob([photo.bytes], { type: photo.type })) : null;
  }
}
