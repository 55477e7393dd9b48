package gloaming.formula;

import gloaming.flow.Signal;
import java.lang.classfile.ClassFile;
import java.lang.classfile.CodeBuilder;
import java.lang.classfile.Label;
import java.lang.constant.ClassDesc;
import java.lang.constant.ConstantDescs;
import java.lang.constant.MethodTypeDesc;
import java.lang.invoke.MethodHandles;
import java.lang.reflect.Method;
import java.util.Arrays;

/** Makes bytecode of a formula: one static-like method without allocation, in a hidden class that goes with its last use. */
final class Compiler {
    private static final ClassDesc CODE = Formula.Code.class.describeConstable().orElseThrow();
    private static final ClassDesc FUNCTIONS =
            Functions.class.describeConstable().orElseThrow();
    private static final ClassDesc LANES = Signal[].class.describeConstable().orElseThrow();
    private static final ClassDesc SELF = ClassDesc.of(Compiler.class.getPackageName(), "Compiled");
    private static final ClassDesc DOUBLE = ConstantDescs.CD_double;
    private static final MethodTypeDesc VALUE = MethodTypeDesc.of(DOUBLE, DOUBLE.arrayType(), LANES);
    /** Where the arguments stand; {@code this} is 0. */
    private static final int VARIABLES = 1;

    private static final int SIGNALS = 2;

    private Compiler() {}

    static Formula.Code compile(FormulaTree tree) {
        byte[] bytes = ClassFile.of()
                .build(
                        SELF,
                        type -> type.withFlags(ClassFile.ACC_PUBLIC | ClassFile.ACC_FINAL)
                                .withInterfaceSymbols(CODE)
                                .withMethodBody(
                                        ConstantDescs.INIT_NAME,
                                        ConstantDescs.MTD_void,
                                        ClassFile.ACC_PUBLIC,
                                        code -> code.aload(0)
                                                .invokespecial(
                                                        ConstantDescs.CD_Object,
                                                        ConstantDescs.INIT_NAME,
                                                        ConstantDescs.MTD_void)
                                                .return_())
                                .withMethodBody("value", VALUE, ClassFile.ACC_PUBLIC, code -> {
                                    push(code, tree);
                                    code.dreturn();
                                }));
        try {
            return (Formula.Code) MethodHandles.lookup()
                    .defineHiddenClass(bytes, true)
                    .lookupClass()
                    .getDeclaredConstructor()
                    .newInstance();
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Leaves the tree's value on the stack. */
    private static void push(CodeBuilder code, FormulaTree tree) {
        switch (tree) {
            case FormulaTree.Number number -> code.loadConstant(number.value());
            case FormulaTree.Variable variable ->
                code.aload(VARIABLES).loadConstant(variable.index()).daload();
            case FormulaTree.Lane lane -> {
                code.aload(SIGNALS).loadConstant(lane.lane());
                if (lane.index() == null) {
                    code.invokestatic(FUNCTIONS, "lane", MethodTypeDesc.of(DOUBLE, LANES, ConstantDescs.CD_int));
                } else {
                    push(code, lane.index());
                    code.invokestatic(
                            FUNCTIONS, "lane", MethodTypeDesc.of(DOUBLE, LANES, ConstantDescs.CD_int, DOUBLE));
                }
            }
            case FormulaTree.Negated negated -> {
                push(code, negated.of());
                code.dneg();
            }
            case FormulaTree.Not not -> {
                push(code, not.of());
                code.dconst_0().dcmpl();
                truth(code, Truth.EQUAL);
            }
            case FormulaTree.Choice choice -> choose(code, choice);
            case FormulaTree.Two two -> two(code, two);
            case FormulaTree.Call call -> {
                for (FormulaTree argument : call.arguments()) push(code, argument);
                call(code, call.function().method());
            }
        }
    }

    private static void call(CodeBuilder code, Method method) {
        ClassDesc[] takes = new ClassDesc[method.getParameterCount()];
        Arrays.fill(takes, DOUBLE);
        ClassDesc owner = method.getDeclaringClass().describeConstable().orElseThrow();
        code.invokestatic(owner, method.getName(), MethodTypeDesc.of(DOUBLE, takes));
    }

    private static void choose(CodeBuilder code, FormulaTree.Choice choice) {
        Label no = code.newLabel();
        Label end = code.newLabel();
        push(code, choice.condition());
        code.dconst_0().dcmpl().ifeq(no);
        push(code, choice.yes());
        code.goto_(end).labelBinding(no);
        push(code, choice.no());
        code.labelBinding(end);
    }

    private static void two(CodeBuilder code, FormulaTree.Two two) {
        if (two.op() == FormulaTree.Op.AND || two.op() == FormulaTree.Op.OR) {
            shortened(code, two);
            return;
        }
        push(code, two.left());
        push(code, two.right());
        switch (two.op()) {
            case ADD -> code.dadd();
            case SUBTRACT -> code.dsub();
            case MULTIPLY -> code.dmul();
            case DIVIDE -> code.ddiv();
            case REMAINDER -> code.invokestatic(FUNCTIONS, "mod", MethodTypeDesc.of(DOUBLE, DOUBLE, DOUBLE));
            case POWER -> code.invokestatic(FUNCTIONS, "pow", MethodTypeDesc.of(DOUBLE, DOUBLE, DOUBLE));
            // What is not a number is neither less nor more: each comparison takes the form that makes it false.
            case LESS -> truth(code.dcmpg(), Truth.LESS);
            case LESS_OR_EQUAL -> truth(code.dcmpg(), Truth.LESS_OR_EQUAL);
            case GREATER -> truth(code.dcmpl(), Truth.GREATER);
            case GREATER_OR_EQUAL -> truth(code.dcmpl(), Truth.GREATER_OR_EQUAL);
            case EQUAL -> truth(code.dcmpl(), Truth.EQUAL);
            case UNEQUAL -> truth(code.dcmpl(), Truth.UNEQUAL);
            case AND, OR -> throw new IllegalStateException();
        }
    }

    private static void shortened(CodeBuilder code, FormulaTree.Two two) {
        boolean and = two.op() == FormulaTree.Op.AND;
        Label decided = code.newLabel();
        Label end = code.newLabel();
        for (FormulaTree side : new FormulaTree[] {two.left(), two.right()}) {
            push(code, side);
            code.dconst_0().dcmpl();
            if (and) code.ifeq(decided);
            else code.ifne(decided);
        }
        code.loadConstant(and ? 1.0 : 0.0).goto_(end).labelBinding(decided);
        code.loadConstant(and ? 0.0 : 1.0).labelBinding(end);
    }

    private enum Truth {
        LESS,
        LESS_OR_EQUAL,
        GREATER,
        GREATER_OR_EQUAL,
        EQUAL,
        UNEQUAL
    }

    /** Turns what a comparison left on the stack into 1 or 0. */
    private static void truth(CodeBuilder code, Truth when) {
        Label yes = code.newLabel();
        Label end = code.newLabel();
        switch (when) {
            case LESS -> code.iflt(yes);
            case LESS_OR_EQUAL -> code.ifle(yes);
            case GREATER -> code.ifgt(yes);
            case GREATER_OR_EQUAL -> code.ifge(yes);
            case EQUAL -> code.ifeq(yes);
            case UNEQUAL -> code.ifne(yes);
        }
        code.dconst_0().goto_(end).labelBinding(yes).dconst_1().labelBinding(end);
    }
}
