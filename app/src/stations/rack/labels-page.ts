import { ChangeDetectionStrategy, Component } from '@angular/core';

@Component({ selector: 'al-labels-page', changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
export class LabelsPage {}
