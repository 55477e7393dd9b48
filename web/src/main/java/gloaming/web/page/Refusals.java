package gloaming.web.page;

import gloaming.look.Refused;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a page asked and was refused is told on the page of shows, as one sentence. */
@ControllerAdvice
class Refusals {
    @ExceptionHandler(Refused.class)
    String refused(Refused e, RedirectAttributes flash) {
        flash.addFlashAttribute("refused", e.getMessage());
        return "redirect:/";
    }
}
