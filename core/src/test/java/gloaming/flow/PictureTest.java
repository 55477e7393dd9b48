package gloaming.flow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class PictureTest {

    @Test
    void theWorldIsTwoHighAndAsWideAsItsShapeWithTheOriginInTheMiddle() {
        Picture picture = new Picture(160, 90);
        assertThat(picture.worldX(79.5)).isCloseTo(0, within(1e-12));
        assertThat(picture.worldY(44.5)).isCloseTo(0, within(1e-12));
        assertThat(picture.worldY(-0.5)).isCloseTo(-1, within(1e-12));
        assertThat(picture.worldX(159.5)).isCloseTo(160 / 90.0, within(1e-12));
        assertThat(picture.worldX(10) - picture.worldX(9)).isCloseTo(1 / picture.scale(), within(1e-12));
    }

    @Test
    void aStripHoldsTheRowsItIsToldAndCopiesOnlyThose() {
        Picture whole = new Picture(5, 12);
        for (int i = 0; i < whole.pixels(); i++) whole.g()[i] = i;
        Picture strip = Picture.strip(5, 12, 4).hold(8);
        strip.copyFrom(whole, 8, 12);
        assertThat(strip.g()).hasSize(20);
        assertThat(strip.g()[strip.at(9)]).isEqualTo(45);
        strip.clear(9, 10);
        assertThat(strip.g()[strip.at(9) + 4]).isZero();
        assertThat(strip.g()[strip.at(10)]).isEqualTo(50);
        Picture back = new Picture(5, 12).copyFrom(strip, 10, 12);
        assertThat(back.g()[55]).isEqualTo(55);
        assertThat(back.g()[45]).isZero();
    }

    @Test
    void aPictureHasAtLeastOnePixel() {
        assertThatThrownBy(() -> new Picture(0, 4))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("0x4");
    }

    @Test
    void aPoolLendsWhatCameBackAndDropsWhatIsKeptOrOfAnotherSize() {
        PicturePool pool = new PicturePool();
        pool.resize(8, 4);
        Picture first = pool.borrow();
        assertThat(first.width).isEqualTo(8);
        pool.giveBack(first);
        assertThat(pool.borrow()).isSameAs(first);
        first.keep();
        pool.giveBack(first);
        assertThat(pool.borrow()).isNotSameAs(first);
        Picture small = pool.borrow();
        pool.resize(16, 8);
        pool.giveBack(small);
        assertThat(pool.borrow().width).isEqualTo(16);
    }

    @Test
    void aPoolThatComesBackToTheSizeBeforeHasItsPicturesStillAndNoOlderOnes() {
        PicturePool pool = new PicturePool();
        pool.resize(8, 4);
        Picture small = pool.borrow();
        Picture out = pool.borrow();
        pool.giveBack(small);
        pool.resize(16, 8);
        Picture large = pool.borrow();
        pool.giveBack(large);
        pool.giveBack(out);
        pool.resize(8, 4);
        assertThat(pool.borrow()).isSameAs(out);
        assertThat(pool.borrow()).isSameAs(small);
        pool.resize(16, 8);
        assertThat(pool.borrow()).isSameAs(large);
        pool.resize(32, 16);
        pool.resize(8, 4);
        assertThat(pool.borrow()).isNotSameAs(out).isNotSameAs(small);
    }

    @Test
    void ofALargeSizeBeforeAPoolKeepsNoMoreThanItsBytesAllow() {
        PicturePool pool = new PicturePool();
        // 32 MB each.
        pool.resize(2048, 1024);
        List<Picture> lent = new ArrayList<>();
        for (int i = 0; i < 7; i++) lent.add(pool.borrow());
        lent.subList(0, 6).forEach(pool::giveBack);
        pool.resize(8, 4);
        pool.giveBack(lent.get(6));
        pool.resize(2048, 1024);
        int again = 0;
        for (int i = 0; i < 7; i++) if (lent.contains(pool.borrow())) again++;
        assertThat(again).isEqualTo(4);
    }

    @Test
    void aPoolKeepsALimitedNumber() {
        PicturePool pool = new PicturePool();
        List<Picture> lent = new ArrayList<>();
        for (int i = 0; i < 100; i++) lent.add(pool.borrow());
        lent.forEach(pool::giveBack);
        int again = 0;
        for (int i = 0; i < 100; i++) if (lent.contains(pool.borrow())) again++;
        assertThat(again).isEqualTo(24);
    }

    @Test
    void whatComesBackTwiceIsLentOnceAndWhatIsNotItsOwnNever() {
        PicturePool pool = new PicturePool();
        Picture lent = pool.borrow();
        pool.giveBack(lent);
        pool.giveBack(lent);
        assertThat(pool.borrow()).isSameAs(lent);
        assertThat(pool.borrow()).isNotSameAs(lent);
        Picture own = new Picture(1, 1);
        Picture others = new PicturePool().borrow();
        pool.giveBack(own);
        pool.giveBack(others);
        assertThat(pool.borrow()).isNotSameAs(own).isNotSameAs(others);
    }

    @Test
    void aRowIsAViewOfItsPictureAlsoOfAStrip() {
        Picture strip = Picture.strip(8, 36, 4).hold(12);
        Picture.Row row = strip.row(14);
        row.set(1, 3, 0.5f);
        assertThat(strip.g()[2 * 8 + 3]).isEqualTo(0.5f);
        assertThat(row.get(1, 3)).isEqualTo(0.5f);
        assertThat(row.light(3)).isCloseTo(0.5f * 0.7152f, within(1e-6f));
    }
}
