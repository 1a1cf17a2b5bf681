declare module 'occt-import-js' {
  export interface OcctNode {
    name: string;
    meshes: number[];
    children: OcctNode[];
  }

  export interface Occt {
    ReadStepFile(
      bytes: Uint8Array,
      options: {
        linearUnit: 'millimeter';
        linearDeflectionType: 'bounding_box_ratio' | 'absolute_value';
        linearDeflection: number;
        angularDeflection: number;
      },
    ):
      | { success: false }
      | {
          success: true;
          root: OcctNode;
          meshes: { name: string; attributes: { position: { array: number[] } }; index: { array: number[] } }[];
        };
  }

  export default function open(options?: {
    locateFile?: (name: string) => string;
    print?: (words: string) => void;
    printErr?: (words: string) => void;
  }): Promise<Occt>;
}
