import type { XY } from './bankLayout';

export interface StretchLabel {
  readonly at: XY;
  readonly width: number;
  /** Name, value and mark stand on one line, one of several. */
  readonly isLine?: true;
  /** The value stands beside the name and the mark below both: in a row they would reach too far. */
  readonly isTight?: true;
  /** The round case it is written in; others like it stand close beside. */
  readonly inside?: { readonly middle: XY; readonly radius: number };
}

/** A stretch of the circuit over which volts can be lost, or the machine that does the work at its end. */
export interface Stretch {
  readonly id: StretchId;
  readonly name: string;
  readonly side: 'positive' | 'negative' | 'link' | 'control' | 'machine';
  readonly lines: readonly (readonly XY[])[];
  readonly thickness: number;
  /** Where its name and value are written, and how wide they may be. */
  readonly label: StretchLabel | null;
  /** The step that reads it. */
  readonly step: StretchStep;
  readonly point: string;
}
/** Of the one alternator, or of one of several by its name, such as `charge.positive.ALT2`. */
export type ChargeStretchId = `charge.${'positive' | 'negative'}` | `charge.${'positive' | 'negative'}.${string}`;
export type StretchId =
  | 'starter.positive'
  | 'starter.negative'
  | 'starter.solenoid'
  | 'starter.motor'
  | 'starter.control'
  | ChargeStretchId
  | `alternator.${string}`;
export type StretchStep =
  | 'start.drop'
  | 'start.solenoid'
  | 'start.motor'
  | 'start.control'
  | 'charge.drop'
  | 'charge.volts';

/** A numbered place where a probe can be put. */
export interface TestPoint {
  readonly id: string;
  readonly number: number;
  readonly at: XY;
  readonly touch: string;
}

/** A part that is drawn as what it is. */
export interface Part {
  readonly kind: 'solenoid' | 'motor' | 'block' | 'frame' | 'switch' | 'alternator';
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A joint that can be looked at or measured across. */
export interface JointSpot {
  readonly id: string;
  readonly at: XY;
}

/** The whole circuit of a unit laid out for drawing, in drawing units; y grows downwards. */
export interface PathLayout {
  readonly width: number;
  readonly height: number;
  readonly batteries: readonly {
    readonly position: string;
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
    readonly plus: XY;
    readonly minus: XY;
  }[];
  readonly boxes: readonly {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }[];
  /** Cables within the bank. */
  readonly bankCables: readonly { readonly side: 'positive' | 'negative' | 'link'; readonly points: readonly XY[] }[];
  readonly stretches: readonly Stretch[];
  readonly parts: readonly Part[];
  readonly testPoints: readonly TestPoint[];
  readonly joints: readonly JointSpot[];
}
