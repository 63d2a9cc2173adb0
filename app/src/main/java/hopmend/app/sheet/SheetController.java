package hopmend.app.sheet;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.NotHere;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.SheetVariants;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** Pages of the family sheets. */
@Controller
class SheetController {
  private final Catalogs catalogs;

  SheetController(Catalogs catalogs) {
    this.catalogs = catalogs;
  }

  @GetMapping("/sheets")
  String list(Model model) {
    model.addAttribute("sheets", catalogs.now().sheets());
    return "sheet/list";
  }

  @GetMapping("/sheets/{family:[a-z0-9-]{1,60}}")
  String show(
      @PathVariable String family, @RequestParam(defaultValue = "") String by, Model model) {
    FamilySheet sheet =
        catalogs
            .now()
            .sheet(family)
            .orElseThrow(() -> new NotHere("There is no sheet \"" + family + "\" here"));
    model.addAttribute("sheet", sheet);
    model.addAttribute("variants", SheetVariants.of(sheet, catalogs.now().traits(), by));
    return "sheet/page";
  }
}
