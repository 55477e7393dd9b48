package gloaming.media;

import de.javagl.obj.Obj;
import de.javagl.obj.ObjData;
import de.javagl.obj.ObjReader;
import de.javagl.obj.ObjUtils;
import gloaming.flow.Shape;
import java.io.IOException;
import java.io.InputStream;

/** OBJ: its faces cut into triangles; what it says of materials stands in another file and is not looked for. */
final class ObjModels {
    private ObjModels() {}

    static Shape read(InputStream in) throws IOException {
        Obj obj = ObjUtils.convertToRenderable(ObjReader.read(in));
        if (obj.getNumFaces() > Shape.MOST) throw new IOException("too many faces");
        float[] places = ObjData.getVerticesArray(obj);
        float[] textures = ObjData.getTexCoordsArray(obj, 2);
        float[] normals = ObjData.getNormalsArray(obj);
        int[] faces = ObjData.getFaceVertexIndicesArray(obj, 3);
        int corners = places.length / 3;
        Shape out = new Shape().size(corners, faces.length / 3);
        boolean told = normals.length == places.length;
        for (int i = 0; i < corners; i++) {
            out.x()[i] = places[3 * i];
            out.y()[i] = places[3 * i + 1];
            out.z()[i] = places[3 * i + 2];
            out.nx()[i] = told ? normals[3 * i] : 0;
            out.ny()[i] = told ? normals[3 * i + 1] : 0;
            out.nz()[i] = told ? normals[3 * i + 2] : 0;
            out.u()[i] = 2 * i + 1 < textures.length ? textures[2 * i] : 0;
            out.v()[i] = 2 * i + 1 < textures.length ? textures[2 * i + 1] : 0;
        }
        System.arraycopy(faces, 0, out.of(), 0, faces.length);
        return told ? out : out.smooth();
    }
}
