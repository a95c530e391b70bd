"""A pen in solids as binary glTF: metres, y up, a node for each part named as in the cut list."""

from __future__ import annotations

import numpy as np
from pygltflib import (
    ARRAY_BUFFER,
    ELEMENT_ARRAY_BUFFER,
    FLOAT,
    GLTF2,
    SCALAR,
    UNSIGNED_INT,
    VEC3,
    Accessor,
    Asset,
    Attributes,
    Buffer,
    BufferView,
    Material,
    Mesh,
    Node,
    PbrMetallicRoughness,
    Primitive,
    Scene,
)

from ergamot.core.drawing.model import Part

# Paper and ink of the drawings: (red, green, blue, opacity), linear
COLOURS = {
    "stick": (0.76, 0.58, 0.27, 1.0),
    "tube": (0.4, 0.45, 0.44, 1.0),
    "sheet": (0.58, 0.67, 0.69, 1.0),
    "mesh": (0.08, 0.15, 0.04, 0.35),
    "wheel": (0.02, 0.03, 0.025, 1.0),
    "rod": (0.1, 0.12, 0.1, 1.0),
    "block": (0.02, 0.03, 0.025, 1.0),
}


def write_gltf(parts: tuple[Part, ...], name: str) -> bytes:
    """Every part as a mesh of its own, named by its label and what it is."""
    made = GLTF2(asset=Asset(version="2.0", generator="Ergamot"), scene=0)
    kinds = list(COLOURS)
    for kind, colour in COLOURS.items():
        made.materials.append(
            Material(
                name=kind,
                pbrMetallicRoughness=PbrMetallicRoughness(
                    baseColorFactor=list(colour), metallicFactor=0.0, roughnessFactor=1.0
                ),
                alphaMode="BLEND" if colour[3] < 1 else "OPAQUE",
                doubleSided=True,
            )
        )
    data = bytearray()
    for part in parts:
        corners = np.array([(x, z, -y) for x, y, z in part.corners], dtype=np.float32) / np.float32(1000)
        index = np.array(part.triangles, dtype=np.uint32).ravel()
        first = len(made.accessors)
        for array, target in ((corners, ARRAY_BUFFER), (index, ELEMENT_ARRAY_BUFFER)):
            raw = array.tobytes()
            made.bufferViews.append(
                BufferView(buffer=0, byteOffset=len(data), byteLength=len(raw), target=target)
            )
            data += raw
        low, high = corners.min(axis=0).tolist(), corners.max(axis=0).tolist()
        made.accessors.append(
            Accessor(bufferView=first, componentType=FLOAT, count=len(corners), type=VEC3, min=low, max=high)
        )
        made.accessors.append(
            Accessor(bufferView=first + 1, componentType=UNSIGNED_INT, count=len(index), type=SCALAR)
        )
        primitive = Primitive(
            attributes=Attributes(POSITION=first), indices=first + 1, material=kinds.index(part.kind)
        )
        made.meshes.append(Mesh(name=part.role, primitives=[primitive]))
        made.nodes.append(Node(mesh=len(made.meshes) - 1, name=f"{part.label or part.ref} {part.role}"))
    made.scenes.append(Scene(name=name, nodes=list(range(len(made.nodes)))))
    made.buffers.append(Buffer(byteLength=len(data)))
    made.set_binary_blob(bytes(data))
    return b"".join(made.save_to_bytes())
