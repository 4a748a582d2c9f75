import { TestBed } from '@angular/core/testing';
import { MatDialogModule } from '@angular/material/dialog';
import { describe, expect, it, vi } from 'vitest';
import { show, textOf } from '../../test-support/component';
import { KeySheet } from './key-sheet';
import { Keys } from './keys';

describe('the key sheet', () => {
  it('has the keys in force, those of the screen in view first, each with its mark', async () => {
    TestBed.configureTestingModule({ imports: [MatDialogModule] });
    TestBed.runInInjectionContext(() => {
      const keys = TestBed.inject(Keys);
      keys.use({
        title: 'Everywhere',
        bindings: [{ keys: ['?'], shown: '?', does: 'this sheet', run: vi.fn() }],
      });
      keys.use({
        title: 'Inspect',
        bindings: [
          { keys: ['n'], shown: 'N', does: 'a nail', mark: 'metal', run: vi.fn() },
          { keys: ['arrowup', 'arrowdown'], shown: '↑ ↓', does: 'the piece before, or after', run: vi.fn() },
        ],
      });
    });
    const { element } = await show(KeySheet);
    const groups = [...element.querySelectorAll('section')];
    expect(groups.map((group) => textOf(group.querySelector('h3')))).toEqual(['Inspect', 'Everywhere']);
    expect([...(groups[0]?.querySelectorAll('dt') ?? [])].map(textOf)).toEqual(['N', '↑ ↓']);
    expect([...(groups[0]?.querySelectorAll('dd') ?? [])].map(textOf)).toEqual([
      'a nail',
      'the piece before, or after',
    ]);
    expect(groups[0]?.querySelectorAll('svg')).toHaveLength(1);
    expect(groups[1]?.querySelectorAll('svg')).toHaveLength(0);
  });
});
