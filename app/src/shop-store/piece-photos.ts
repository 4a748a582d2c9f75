import { Injectable, inject } from '@angular/core';
import type { PinnedPhoto } from '@aldrek/core/wood';
import { Photos } from '../storage/photos';
import { PhotoActions } from './photo-actions';
import { PieceActions } from './piece-actions';
import { ShopStore } from './shop.store';

/** Photos of pieces: kept beside the shop, named by it, pinned to a place where the maker wants. */
@Injectable({ providedIn: 'root' })
export class PiecePhotos {
  private readonly photos = inject(Photos);
  private readonly actions = inject(PieceActions);
  private readonly store = inject(ShopStore);
  private readonly photoActions = inject(PhotoActions);

  /** Adds pictures to a piece; returns the names of files that are none. */
  async add(pieceId: string, files: readonly File[]): Promise<string[]> {
    const { added, refused } = await this.photoActions.keep(files);
    const piece = this.store.pieceById().get(pieceId);
    if (piece && added.length > 0) {
      this.actions.note('photo', piece, { photos: [...(piece.photos ?? []), ...added] });
    }
    return refused;
  }

  /** Puts `photo` in place of the one with its id; null removes it. */
  put(pieceId: string, id: string, photo: PinnedPhoto | null): void {
    const piece = this.store.pieceById().get(pieceId);
    if (!piece) return;
    const photos = (piece.photos ?? []).flatMap((other) => (other.id === id ? (photo ?? []) : other));
    this.actions.note(photo === null ? 'photo, removed,' : 'pin of a photo', piece, { photos });
  }

  /** The picture itself; null where it is not in this browser. */
  async picture(id: string): Promise<ImageBitmap | null> {
    const photo = await this.photos.get(id);
    return photo ? createImageBitmap(new Blob([photo.bytes], { type: photo.type })) : null;
  }
}
