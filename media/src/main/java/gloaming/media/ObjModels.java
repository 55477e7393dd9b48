package gloaming.media;

import de.javagl.obj.FloatTuple;
import de.javagl.obj.Mtl;
import de.javagl.obj.MtlReader;
import de.javagl.obj.Obj;
import de.javagl.obj.ObjData;
import de.javagl.obj.ObjReader;
import de.javagl.obj.ObjSplitting;
import de.javagl.obj.ObjUtils;
import de.javagl.obj.ReadableObj;
import gloaming.flow.MapLaying;
import gloaming.flow.Shape;
import gloaming.flow.SurfaceMap;
import gloaming.library.Sculpture;
import gloaming.step.Colour;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** OBJ: its faces cut into triangles, and what its MTL says of materials where that lies beside it. */
final class ObjModels {
    private static final int LIBRARIES = 16;

    private final ModelFolder folder;
    private final Obj obj;

    ObjModels(ModelFolder folder) throws IOException {
        this.folder = folder;
        try (InputStream in = folder.open()) {
            obj = ObjReader.read(in);
        }
        if (obj.getNumFaces() > Shape.MOST) throw new IOException("too many faces");
    }

    /** All of it as one shape. */
    Shape shape() {
        return shape(obj);
    }

    private static Shape shape(ReadableObj part) {
        Obj obj = ObjUtils.convertToRenderable(part);
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

    /** A part for each material; one part of no stuff where its materials are not there. */
    Sculpture sculpture() throws IOException {
        Map<String, Mtl> told = new HashMap<>();
        List<String> libraries = obj.getMtlFileNames();
        for (int i = 0; i < libraries.size() && i < LIBRARIES; i++) {
            byte[] bytes = folder.beside(libraries.get(i));
            if (bytes == null) continue;
            for (Mtl mtl : MtlReader.read(new ByteArrayInputStream(bytes))) told.put(mtl.getName(), mtl);
        }
        if (told.isEmpty()) return Sculpture.of(shape(obj).done());
        ModelPictures pictures = new ModelPictures();
        List<Sculpture.Stuff> stuffs = new ArrayList<>();
        List<Sculpture.Part> parts = new ArrayList<>();
        for (Map.Entry<String, Obj> group :
                ObjSplitting.splitByMaterialGroups(obj).entrySet()) {
            Shape shape = shape(group.getValue());
            if (shape.triangles() == 0) continue;
            Mtl mtl = told.get(group.getKey());
            if (mtl != null) stuffs.add(stuff(mtl, pictures));
            int stuff = mtl == null ? -1 : stuffs.size() - 1;
            parts.add(new Sculpture.Part(0, shape.done(), stuff, -1, null, null, new float[0][]));
        }
        Sculpture one = Sculpture.of(new Shape());
        return new Sculpture(
                one.parents(),
                one.rest(),
                one.weights(),
                parts,
                List.of(),
                List.of(),
                stuffs,
                pictures.all(),
                pictures.missing());
    }

    private Sculpture.Stuff stuff(Mtl m, ModelPictures pictures) {
        float[] base = light(m.getKd(), 0.6f);
        float[] glow = light(m.getKe(), 0);
        float cover = m.getD() == null ? 1 : Math.clamp(m.getD(), 0f, 1f);
        List<Sculpture.Laid> laid = new ArrayList<>();
        lay(laid, SurfaceMap.COLOUR, m.getMapKd(), pictures);
        lay(laid, SurfaceMap.ROUGH, m.getMapPr(), pictures);
        lay(laid, SurfaceMap.METAL, m.getMapPm(), pictures);
        lay(laid, SurfaceMap.NORMAL, m.getNorm(), pictures);
        lay(laid, SurfaceMap.GLOW, m.getMapKe(), pictures);
        return new Sculpture.Stuff(
                new float[] {base[0], base[1], base[2], cover, glow[0], glow[1], glow[2]},
                m.getPr() != null ? Math.clamp(m.getPr(), 0f, 1f) : roughness(m.getNs()),
                m.getPm() == null ? 0 : Math.clamp(m.getPm(), 0f, 1f),
                false,
                false,
                cover < 1 || m.getMapD() != null,
                0,
                0,
                m.getPc() == null ? 0 : Math.clamp(m.getPc(), 0f, 1f),
                m.getPcr() == null ? 0 : Math.clamp(m.getPcr(), 0f, 1f),
                laid);
    }

    private void lay(List<Sculpture.Laid> laid, SurfaceMap tells, String name, ModelPictures pictures) {
        if (name == null) return;
        boolean light = tells == SurfaceMap.COLOUR || tells == SurfaceMap.GLOW;
        ModelPictures.Use use = light ? ModelPictures.Use.COLOUR : ModelPictures.Use.MEASURE;
        int place = pictures.place(name, () -> folder.beside(name), use);
        if (place >= 0) laid.add(new Sculpture.Laid(tells, place, MapLaying.PLAIN));
    }

    /** Colours of MTL are a screen's. */
    private static float[] light(FloatTuple told, float otherwise) {
        float[] light = new float[3];
        for (int c = 0; c < 3; c++) {
            float value = told == null || told.getDimensions() < 3 ? otherwise : Math.clamp(told.get(c), 0f, 1_000f);
            light[c] = value > 1 ? value : (float) Colour.toLinear(value);
        }
        return light;
    }

    /** The width of a highlight from the exponent of an older law of light (Karis 2013, for Blinn and Phong's): a = sqrt(2 / (n + 2)). */
    private static float roughness(Float exponent) {
        return exponent == null ? 0.7f : (float) Math.sqrt(Math.sqrt(2 / (Math.max(0, exponent) + 2)));
    }
}
